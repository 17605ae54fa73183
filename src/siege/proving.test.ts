// Edits and exports of scripts with guards, loops and settings, each held to its promise on every job: a bounded part of `npm run prove`.
import { describe, expect, it } from 'vitest'
import { type Proven, proveEdit, proveExport } from './proving.ts'
import { chanceFrom } from './texts.ts'
import { proveTranslation } from './translations.ts'

/** What was not as promised, and how often there was a promise at all. */
function all(count: number, prove: (chance: () => number) => Proven): { wrong: string[]; done: number } {
  const wrong: string[] = []
  let done = 0
  for (let seed = 1; seed <= count; seed++) {
    const proven = prove(chanceFrom(seed * 104_729))
    if (!proven.refused) done++
    if (proven.wrong) wrong.push(`seed ${seed}: ${proven.request}: ${proven.wrong}`)
  }
  return { wrong, done }
}

describe('scripts with guards, loops, settings and macros', () => {
  it('are edited as the edit says, on every job', () => {
    const { wrong, done } = all(400, proveEdit)
    expect(wrong).toEqual([])
    expect(done).toBeGreaterThan(150)
  }, 120_000)

  it('of other programs are read and written back as they are, on every job', () => {
    const { wrong, done } = all(150, proveTranslation)
    expect(wrong).toEqual([])
    expect(done).toBeGreaterThan(80)
  }, 120_000)

  it('are exported as they are, on every job', () => {
    const { wrong, done } = all(60, proveExport)
    expect(wrong).toEqual([])
    expect(done).toBeGreaterThan(40)
  }, 120_000)
})
