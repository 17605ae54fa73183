// What a script is rehearsed for, on a printer of two nozzles with jobs of one and of two tools.
import { describe, expect, it } from 'vitest'
import { job, material, printer, twoTools } from '../../core/model/example.ts'
import type { Job } from '../../core/model/job.ts'
import { rehearseScript } from '../../core/round.ts'
import type { Things } from './api.ts'
import { type Chosen, materialFor, settingOf, taughtFor, usualChosen, usualSetting } from './rehearsal-input.ts'

const materials = [
  { ...material, name: 'Soft' },
  { ...material, name: 'Plain' },
  { ...material, name: 'Tough' },
]
const single: Job = { ...job, name: 'single', materials: ['Plain'] }
const pair: Job = { ...job, name: 'pair', materials: ['Plain', 'Soft'] }
const second: Job = { ...pair, name: 'second', firstTool: 1 }
const kept = <T>(all: readonly T[]) => all.map((data, i) => ({ id: i + 1, data }))
const things = {
  printers: kept([
    { ...printer, tools: twoTools },
    { ...printer, name: 'Single bench' },
  ]),
  materials: kept(materials),
  jobs: kept([single, pair, second]),
  vocabularies: [],
  taught: [],
} as unknown as Things
const chosen = (over: Partial<Chosen> = {}): Chosen => ({
  printerId: 1,
  moment: 'start',
  jobName: 'pair',
  materialName: 'Plain',
  ...over,
})

describe('the material of a job', () => {
  it('is that of the tool that it begins with, not the first that the catalogue has', () => {
    expect(materialFor(pair, materials)).toBe('Plain')
    expect(materialFor(second, materials)).toBe('Soft')
  })

  it('is the single one of a job that prints with another tool than the first', () => {
    expect(materialFor({ ...single, firstTool: 1 }, materials)).toBe('Plain')
  })

  it('is whatever there is where the job’s own is gone, and nothing where there is none', () => {
    expect(materialFor({ ...single, materials: ['Gone'] }, materials)).toBe('Soft')
    expect(materialFor(undefined, materials)).toBe('Soft')
    expect(materialFor(single, [])).toBe('')
  })
})

describe('where nobody has chosen', () => {
  it('a script around a print takes the first job, one at a change the first that changes tools', () => {
    expect(usualChosen({ printerId: 1, moment: 'start' }, things).jobName).toBe('single')
    expect(usualChosen({ printerId: 1, moment: 'tool-change' }, things)).toMatchObject({
      jobName: 'pair',
      materialName: 'Plain',
    })
  })

  it('a printer of one tool has no job that changes, and takes the first', () => {
    expect(usualChosen({ printerId: 2, moment: 'tool-change' }, things).jobName).toBe('single')
  })

  it('a file of a printer is rehearsed by a call of what is in it, any other script as it is', () => {
    const script = { printerId: 1, moment: 'start' as const }
    expect(usualSetting({ ...script, file: 'macros.cfg' }, things)?.opened?.file).toBe('macros.cfg')
    expect(usualSetting({ ...script, file: null }, things)?.opened).toBeUndefined()
    expect(usualSetting({ ...script, printerId: 9 }, things)).toBeNull()
  })
})

describe('what was chosen', () => {
  it('has a material for each tool where the job names several that are known, and else the chosen one alone', () => {
    expect(settingOf(things, chosen())?.materials?.map(({ name }) => name)).toEqual(['Plain', 'Soft'])
    expect(settingOf(things, chosen({ jobName: 'single' }))?.materials).toBeUndefined()
    const gone = { ...things, jobs: kept([{ ...pair, materials: ['Plain', 'Gone'] }]) } as unknown as Things
    expect(settingOf(gone, chosen())?.materials).toBeUndefined()
  })

  it('is nothing until printer, material and job are known', () => {
    expect(settingOf(null, chosen())).toBeNull()
    for (const lacking of [{ printerId: 9 }, { materialName: 'Gone' }, { jobName: 'gone' }])
      expect(settingOf(things, chosen(lacking))).toBeNull()
  })

  it('is the same object for as long as nothing of it changes', () => {
    const now = chosen()
    expect(settingOf(things, now)).toBe(settingOf(things, now))
    expect(settingOf(things, chosen({ moment: 'end' }))?.moment).toBe('end')
  })

  it('begins in what a whole print handed on, where it fits the printer; on another it keeps layer and tools', () => {
    const two = things.printers[0]?.data
    if (!two) throw new Error('there is a printer')
    const from = rehearseScript('G28', { printer: two, job: pair, material, moment: 'start' }).state
    const situation = { layer: 3, change: { from: 0, to: 1 }, from }
    expect(settingOf(things, chosen({ situation }))).toMatchObject({ layer: 3, change: { from: 0, to: 1 }, from })
    const other = settingOf(things, chosen({ situation, printerId: 2 }))
    expect(other).toMatchObject({ layer: 3, change: { from: 0, to: 1 } })
    expect(other?.from).toBeUndefined()
  })
})

it('has the words of the printer’s own program, and of no other', () => {
  const vocabulary = { name: 'ours', printers: ['Test bench'], words: [] }
  const known = { ...things, vocabularies: kept([vocabulary]), taught: [] } as unknown as Things
  expect(taughtFor(known, printer).vocabulary?.name).toBe('ours')
  expect(taughtFor(known, { ...printer, name: 'Single bench' }).vocabulary).toBeUndefined()
})
