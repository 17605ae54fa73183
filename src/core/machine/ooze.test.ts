import { describe, expect, it } from 'vitest'
import { printer, round } from '../testing/stage.ts'
import { oozeRateMm3S } from './ooze.ts'

const hot = ['G28', 'M109 S200']

describe('ooze, by our rule of thumb', () => {
  it('is 0.004 mm³/s for each °C too many: 40 °C give 0.16', () => {
    expect(oozeRateMm3S(40, 0.4, 0, 0)).toBeCloseTo(0.16, 9)
    expect(oozeRateMm3S(0, 0.4, 0, 0)).toBe(0)
  })

  it('is four times that of a nozzle twice as wide, half with 1 mm drawn back, 1/e when 30 mm³ are lost', () => {
    expect(oozeRateMm3S(40, 0.8, 0, 0)).toBeCloseTo(0.64, 9)
    expect(oozeRateMm3S(40, 0.4, 1, 0)).toBeCloseTo(0.08, 9)
    expect(oozeRateMm3S(40, 0.4, 0, 30)).toBeCloseTo(0.16 / Math.E, 9)
  })

  it('adds up over a minute at 200 °C: 30·ln(1 + 0.16·60/30) = 8.33 mm³', () => {
    // dL/dt = r·e^(−L/30) has L = 30·ln(1 + r·t/30); the wait before it, while the nozzle warms, is taken off.
    const warm = round(hot).ooze.mm3.waiting
    const r = 0.16 * Math.exp(-warm / 30)
    expect(round([...hot, 'G4 S60']).ooze.mm3.waiting - warm).toBeCloseTo(30 * Math.log(1 + (r * 60) / 30), 1)
    expect(30 * Math.log(1 + (0.16 * 60) / 30)).toBeCloseTo(8.33, 2)
  })

  it('is nothing at the ooze-safe 160 °C, and nothing while filament is pushed', () => {
    expect(round(['G28', 'M109 S160', 'G4 S600']).ooze.mm3.waiting).toBe(0)
    const { ooze } = round([...hot, 'M83', 'G1 E20 F60'])
    expect(ooze.spans.every(({ line }) => line === 2)).toBe(true)
    expect(ooze.hangingMm3).toBe(0)
  })

  it('is counted apart for waiting, probing and travelling', () => {
    const { mm3, spans } = round([...hot, 'G29', 'G4 S20', 'G1 X150 Y150 F600']).ooze
    expect(spans.map(({ where }) => where)).toEqual(['waiting', 'probing', 'waiting', 'travelling'])
    expect(mm3.probing).toBeGreaterThan(0)
    expect(mm3.travelling).toBeGreaterThan(0)
  })

  it('leaves a drop at each point that is probed, and a string behind a low travel', () => {
    const { marks } = round([...hot, 'G29', 'G4 S20', 'G1 Z1 F600', 'G1 X100 Y20 F6000']).ooze
    expect(marks.filter(({ kind }) => kind === 'drop')).toHaveLength(9)
    expect(marks.at(-1)).toMatchObject({ kind: 'string', line: 6, to: [100, 20] })
  })

  it('comes off at a bucket', () => {
    const spots = [{ name: 'bucket', x: -20, y: 100, z: 10 }]
    const way = [...hot, 'G4 S20', 'G1 X-20 Y100 F6000']
    expect(round(way).ooze.hangingMm3).toBeGreaterThan(1)
    expect(round(way, 'start', { spots, reach: { ...printer.reach, x: [-30, 200] } }).ooze.hangingMm3).toBe(0)
  })
})

describe('how far the filament is back', () => {
  it('grows by what is drawn back, shrinks by what is pushed, and never goes below the tip', () => {
    const { ooze } = round([...hot, 'M83', 'G1 E-3 F1800', 'G1 E2 F1800', 'G1 E5 F300'])
    expect([...ooze.backMm].slice(-3)).toEqual([3, 1, 0])
  })

  it('is not changed by a reset of the counter', () => {
    const { ooze } = round([...hot, 'M82', 'G1 E-3 F1800', 'G92 E0', 'G1 Z5 F600'])
    expect(ooze.backMm.at(-1)).toBe(3)
  })

  it('knows the firmware’s own retraction: 5 mm on the test bench', () => {
    expect(round([...hot, 'G10']).ooze.backMm.at(-1)).toBe(5)
    expect(round([...hot, 'G10', 'G11']).ooze.backMm.at(-1)).toBe(0)
  })
})
