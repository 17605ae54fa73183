// No text makes a pattern of ours run for ever: each goes along it once.
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { hostileTo, lengthThatHangs, type Pattern, patternsIn } from './patterns.ts'

const pattern = (regex: RegExp): Pattern => ({ file: '', line: 1, regex })
/** Doubling from what hurts an exponential one to what hurts a quadratic one. */
const lengths = [64, 1024, 2048, 32_768, 65_536]

describe('patterns', () => {
  it('are known to hang when they do: a run in a run, two runs side by side, a run sought from every place', () => {
    expect(lengthThatHangs(pattern(/^(?:a+)+b/), lengths)).toBe(64)
    expect(lengthThatHangs(pattern(/^;\s*(.*?)(?: {2,}\s*(.*?))?\s*$/), lengths)).not.toBeNull()
    expect(lengthThatHangs(pattern(/^\w*?\w*=/), lengths)).not.toBeNull()
    expect(lengthThatHangs(pattern(/\s+$/), lengths)).not.toBeNull()
    expect(lengthThatHangs(pattern(/\{#.*?#\}/s), lengths)).not.toBeNull()
    expect(lengthThatHangs(pattern(/^\s*\w+/), lengths)).toBeNull()
  })

  it('of the whole project don’t', () => {
    const all = patternsIn(join(import.meta.dirname, '..'))
    expect(all.length).toBeGreaterThan(300)
    expect(all.flatMap(each => hostileTo(each, 8)).length).toBeGreaterThan(10_000)
    const hanging = all.filter(each => lengthThatHangs(each, lengths) !== null)
    expect(hanging.map(({ file, line, regex }) => `${file}:${line} ${regex}`)).toEqual([])
  }, 300_000)
})
