// No text stops the program: each is answered, with numbers that are numbers.
import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials } from '../../demo/load.ts'
import type { RehearsalInput } from '../core/round.ts'
import { rehearseScript } from '../core/round.ts'
import { amissWith, madeSetting } from './answers.ts'
import { type Bomb, bombs } from './bombs.ts'
import { chanceFrom, madeText } from './texts.ts'

const [job] = demoJobs()
const [material] = demoMaterials()
if (!job || !material) throw new Error('the demo data is not complete')

const settingFor = ({ printer, moment = 'start' }: Bomb): RehearsalInput => ({ printer, job, material, moment })
const all = bombs(1000)

describe('texts that ask for endless work', () => {
  it.each(all.map(bomb => [bomb.name, bomb] as const))(
    'are answered: %s',
    (_, bomb) => {
      expect(amissWith(bomb.text, settingFor(bomb))).toBeNull()
    },
    60_000,
  )

  const stops = (name: string) => {
    const bomb = all.find(each => each.name === name)
    if (!bomb) throw new Error(`there is no ${name}`)
    const { findings } = rehearseScript(bomb.text, settingFor(bomb))
    return findings.find(({ rule }) => rule === 'never-ends')
  }

  it('are told with the line that used up what there was', () => {
    // Lines 2, 3 and 4 go round; 10,000 = 3 · 3,333 + 1, so the first of them is the last that runs.
    expect(stops('a loop without end')).toMatchObject({ line: 2, severity: 'error' })
    expect(stops('a loop without end')?.message).toContain('more than 10,000 lines')
    expect(stops('loops in loops of a file')?.message).toContain('more than 200,000 steps')
    expect(stops('ranges that are kept')?.message).toContain('more than a million values')
    expect(stops('macros that call each other ten times')).toMatchObject({ line: 1 })
    expect(stops('macros that call each other ten times')?.message).toContain('more than 10,000 lines')
    expect(stops('files that call each other twice')?.message).toContain('more than 10,000 lines')
    expect(stops('a range as long as it may be, again and again')?.message).toContain('more than 200,000 steps')
  }, 60_000)
})

describe('texts that nobody would write', () => {
  it('are read, rehearsed, checked, explained and exported, all of them', () => {
    const amiss: string[] = []
    for (let seed = 1; seed <= 800; seed++) {
      const chance = chanceFrom(seed * 7919)
      const text = madeText(chance, 40)
      const found = amissWith(text, madeSetting(chance))
      if (found) amiss.push(`seed ${seed}: ${found}`)
    }
    expect(amiss).toEqual([])
  }, 120_000)
})
