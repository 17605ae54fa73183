import { describe, expect, it } from 'vitest'
import { found, printer, round } from '../testing/stage.ts'

const homing = { ...printer.homing, bumpMm: { x: 5, y: 5, z: 2 }, bumpShare: 0.5 }

describe('homing', () => {
  it('touches once: 100 mm at 50, 100 mm at 50 and 100 mm at 10 mm/s are 14 s', () => {
    expect(round('G28').durations.homingS).toBeCloseTo(14, 9)
  })

  it('touches twice: back 5 mm at 50 and on again at 25 mm/s are 0.1 + 0.2 s; Z 0.2 + 0.4 s, and 1 s to lift 10 mm', () => {
    expect(round('G28 X', 'start', { homing }).durations.homingS).toBeCloseTo(2 + 0.3, 9)
    expect(round('G28', 'start', { homing }).durations.homingS).toBeCloseTo(14 + 0.3 + 0.3 + 0.6 + 1, 9)
  })
})

describe('probing', () => {
  const probe = (dip: NonNullable<typeof printer.probe>['dip']) => ({
    probe: {
      kind: 'touch' as const,
      offset: { x: 0, y: 0 },
      grid: { x: 3, y: 1 },
      insetMm: 20,
      secondsPerPoint: 2,
      dip,
    },
  })

  it('takes the printer’s seconds a point', () => {
    expect(round('G28\nG29', 'start', probe(null)).durations.probingS).toBeCloseTo(6, 9)
  })

  it('takes what its motions take, where they are known', () => {
    // A touch: 5 mm down, 2 up and 5 up at 10 mm/s, 2 down at 2 mm/s: 1.2 + 1 = 2.2 s; three are 6.6 s.
    // The way: from (0, 0) to (20, 100) is 101.98 mm, then 80 and 80 mm, at 100 mm/s with 2000 mm/s²:
    // L/v + v/a = 1.0198 + 0.05, 0.8 + 0.05 and 0.8 + 0.05, together 2.7698 s.
    const dip = { liftMm: 5, bumpMm: 2, fastMmS: 10, slowMmS: 2, travelMmS: 100 }
    expect(round('G28\nG29', 'start', probe(dip)).durations.probingS).toBeCloseTo(6.6 + 2.7698, 4)
    expect(round('G28\nG30', 'start', probe(dip)).durations.probingS).toBeCloseTo(2.2, 9)
  })
})

describe('a round reach', () => {
  const delta = { reachRadiusMm: 100, bed: { ...printer.bed, round: true } }

  it('ends 100 mm about the middle: the corner is 41.42 mm beyond it', () => {
    const [finding] = found('outside-reach', 'G28\nG1 X200 Y200 F6000', 'start', delta)
    expect(finding?.message).toContain('41.42 mm beyond the circle')
  })

  it('has the middle of each side just within it', () => {
    const homing = { ...printer.homing, at: { x: 100, y: 100, z: 10 } }
    expect(found('outside-reach', 'G28\nG1 X200 Y100 F6000\nG1 X100 Y0', 'start', { ...delta, homing })).toEqual([])
  })
})
