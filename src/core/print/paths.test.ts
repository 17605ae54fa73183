// What purging costs, worked out by hand on the bench: 20 × 20 mm in the middle, layers of 0.2 mm, nozzle 0.4 mm, 10 mm³/s at most.
import { describe, expect, it } from 'vitest'
import { twoTools } from '../model/example.ts'
import { type Job, nothingBetween, nowhere } from '../model/job.ts'
import { job, material, printer } from '../testing/stage.ts'
import { purgeOptions, savingsOf } from './purge-options.ts'
import type { PrintSetting } from './situation.ts'
import { towerMm3 } from './tower.ts'
import { wholePrint } from './whole.ts'

const tower = { x: 160, y: 100, widthMm: 20, depthMm: 10 }
const setting = (over: Partial<Job> = {}): PrintSetting => ({
  printer: { ...printer, tools: twoTools, spots: [{ name: 'bucket', x: 0, y: 100, z: 10 }] },
  material,
  materials: [material, material],
  job: { ...job, ...nothingBetween, materials: ['Test stuff', 'Test stuff'], top: { kind: 'height', mm: 1 }, ...over },
})
const start = 'G28\nM104 T1 S200\nM109 T0 S200\nM83'
const ways = (over: Partial<Job>, change = 'T@to_tool') => {
  const now = setting(over)
  const print = wholePrint(now, { start, 'tool-change': change })
  return { print, ways: Object.fromEntries(purgeOptions(print, now).map(each => [each.way, each])), now }
}

describe('the ways to purge', () => {
  it('is 250 mm³ for five changes of 50: 0.31 g into the bucket, and at least its outline into the tower', () => {
    const { ways: all } = ways({ purgeMm3: 50, tower })
    // 250 mm³ · 1.25 g/cm³ = 0.3125 g; at 20 a kg 0.00625.
    expect(all.bucket?.grams).toBeCloseTo(0.3125, 6)
    expect(all.bucket?.cost).toBeCloseTo(0.00625, 6)
    // One change a layer; an outline is 2 · (20 + 10) · 0.4 · 0.2 = 4.8 mm³, so the purges alone are the tower: 250 mm³.
    expect(all.tower?.grams).toBeCloseTo(0.3125, 6)
    // As it is: nothing purged by the script, and the job’s 50 mm³ into the tower five times.
    expect(all.now?.grams).toBeCloseTo(0.3125, 6)
  })

  it('grows the tower in layers without a change as well', () => {
    const change = { layer: 5, from: 0, to: 1, ...nowhere }
    // Four layers of outline, 4.8 each, and 50 mm³ in the fifth: 69.2.
    expect(towerMm3({ ...setting().job, tower }, printer, [{ change, mm3: 50 }])).toBeCloseTo(69.2, 6)
    expect(towerMm3(setting().job, printer, [{ change, mm3: 50 }])).toBe(0)
  })

  it('takes into the infill what a layer has of it: 20 · 20 · 0.2 · 0.25 · 0.6 = 12 mm³', () => {
    expect(ways({ purgeMm3: 10 }).ways.infill).toMatchObject({ grams: 0, not: null })
    expect(ways({ purgeMm3: 50 }).ways.infill?.not).toContain('about 12 mm³ of infill, and 50 mm³ are purged in one')
  })

  it('purges what is left of a layer whose infill is too little, and of no other', () => {
    const list = [{ layer: 5, from: 0, to: 1, ...nowhere }]
    // One change of 50 mm³ where the layer takes 12: 38 mm³ · 1.25 g/cm³ = 0.0475 g.
    const { ways: all } = ways({ purgeMm3: 50, changes: { kind: 'list', list } })
    expect(all.infill?.grams).toBeCloseTo(0.0475, 6)
  })

  it('counts the changes back between objects: eleven of 50 mm³ for twice five layers are 0.6875 g', () => {
    const { ways: all } = ways({ purgeMm3: 50, tower, objects: 2 })
    // 2 · 5 + 1 = 11 changes, 550 mm³ · 1.25 g/cm³, each more than the outline of its layer.
    for (const way of ['now', 'tower', 'bucket']) expect(all[way]?.grams).toBeCloseTo(0.6875, 6)
    // A layer has 12 mm³ of infill: 38 are left over each time, and all 50 of the change back, whose layer has its own.
    expect(all.infill?.grams).toBeCloseTo(((10 * 38 + 50) * 1.25) / 1000, 6)
  })

  it('says what can’t be had, and nothing where nothing is purged', () => {
    expect(ways({ purgeMm3: 50 }).ways.tower?.not).toContain('has no prime tower')
    expect(ways({}).ways).toEqual({})
  })

  it('takes what the script extrudes where the job says nothing', () => {
    // 10 mm of filament are 24.05 mm³, five times.
    expect(ways({}, 'T@to_tool\nG1 X0 F6000\nG1 E10 F300').ways.bucket?.grams).toBeCloseTo(
      (5 * 24.0528 * 1.25) / 1000,
      4,
    )
  })
})

describe('what could be saved', () => {
  it('is four of nine changes where layers begin with the tool of the one below', () => {
    const anywhere = { fromLayer: null, toLayer: null, fromMm: null, toMm: null }
    const uses = [
      { tool: 0, ...anywhere },
      { tool: 1, ...anywhere },
    ]
    const { print, now } = ways({ changes: { kind: 'layers', order: 'by-number', uses } }, 'T@to_tool\nG4 S9')
    const [saving] = savingsOf(print, now)
    expect(saving?.says).toContain('takes 5 changes in place of 9')
    // 9 · 9 s = 81 s, of which four changes are 36.
    expect(saving?.seconds).toBeCloseTo(36, 0)
  })

  it('is the wait for a nozzle that stood by', () => {
    const { print, now } = ways({}, 'M104 T@from_tool S160\nT@to_tool\nM109 T@to_tool S200')
    const heating = savingsOf(print, now).find(({ says }) => says.includes('to warm'))
    expect(heating?.seconds).toBeGreaterThan(10)
    expect(heating?.seconds).toBeLessThanOrEqual(print.changeS)
  })
})
