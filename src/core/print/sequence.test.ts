// What a layer takes, worked out by hand: five layers of 0.2 mm on the bench, whose hot end melts so much as is said.
import { describe, expect, it } from 'vitest'
import type { Job } from '../model/job.ts'
import { job, material, printer } from '../testing/stage.ts'
import { layerFilamentMm3, layerSeconds, layerVolumeMm3, occasionsOf } from './sequence.ts'

const of = (over: Partial<Job> = {}): Job => ({
  ...job,
  firstLayerMm: 0.2,
  layerMm: 0.2,
  top: { kind: 'height', mm: 1 },
  area: { kind: 'centred', widthMm: 40, depthMm: 40 },
  ...over,
})
const melts = (highestFlowMm3S: number) => ({
  ...printer,
  tools: printer.tools.map(tool => ({ ...tool, highestFlowMm3S })),
})

describe('a layer', () => {
  it('takes its share of the job’s time: 20 min in five layers are 240 s, of two objects 120', () => {
    const takes = { minutes: 20, grams: 5 }
    expect(layerSeconds(of({ takes }), printer)).toBe(240)
    expect(layerSeconds(of({ takes, objects: 2 }), printer)).toBe(120)
  })

  it('is estimated from its area where no time is known: 40 · 40 · 0.2 · 0.25 = 80 mm³ at half of 10 mm³/s are 16 s', () => {
    expect(layerVolumeMm3(of(), printer)).toBeCloseTo(80, 9)
    expect(layerSeconds(of(), melts(10))).toBeCloseTo(16, 9)
  })

  it('takes no less than 5 s, however small: 10 · 10 · 0.2 · 0.25 = 5 mm³ would be 1 s', () => {
    expect(layerSeconds(of({ area: { kind: 'centred', widthMm: 10, depthMm: 10 } }), melts(10))).toBe(5)
  })

  it('takes the filament that the job weighs: 5 g at 1.25 g/cm³ are 4000 mm³, 800 in each of five layers', () => {
    const light = { ...material, densityGCm3: 1.25 }
    expect(layerFilamentMm3(of({ takes: { minutes: 20, grams: 5 } }), printer, light)).toBeCloseTo(800, 9)
    expect(layerFilamentMm3(of(), printer, light)).toBeCloseTo(80, 9)
  })
})

describe('the printing between the scripts of a print', () => {
  it('adds up to the whole of it: five layers of 240 s are 1200 s, whatever is changed on the way', () => {
    const long = of({ takes: { minutes: 20, grams: 5 } })
    const printed = (each: Job) =>
      [...occasionsOf(each, printer)].reduce((sum, { printedS }) => sum + (printedS ?? 0), 0)
    expect(printed(long)).toBeCloseTo(1200, 6)
    const changed = { ...long, materials: ['Test stuff', 'Test stuff'] }
    expect(printed(changed)).toBeCloseTo(1200, 6)
    expect(printed({ ...changed, objects: 3 })).toBeCloseTo(1200, 6)
  })
})
