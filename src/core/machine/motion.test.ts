import { describe, expect, it } from 'vitest'
import { round } from '../testing/stage.ts'
import { arcPath } from './arc.ts'
import { alongPath, secondsFromRestToRest } from './motion.ts'

const ready = ['G28', 'G1 X0 Y0 Z10 F6000']
const lastStrokeOrMove = (lines: string[]) => {
  const before = round(ready).durations.movingS
  return round([...ready, ...lines]).durations.movingS - before
}

describe('one move from rest to rest', () => {
  it('takes L/v + v/a where it reaches its speed', () => {
    // 100 mm at 50 mm/s with 1000 mm/s²: v²/a = 2.5 mm < 100, so 2 + 0.05 s
    expect(secondsFromRestToRest(100, 50, 1000)).toBeCloseTo(2.05, 9)
  })

  it('takes 2·√(L/a) where it does not', () => {
    // 1.6 mm at 50 mm/s with 1000 mm/s²: 2.5 > 1.6, so 2·√0.0016 = 0.08 s
    expect(secondsFromRestToRest(1.6, 50, 1000)).toBeCloseTo(0.08, 9)
  })

  it('is the same both ways where the two meet, at L = v²/a', () => {
    expect(secondsFromRestToRest(2.5, 50, 1000)).toBeCloseTo(2 * Math.sqrt(2.5 / 1000), 12)
  })
})

describe('limits along a path', () => {
  it('lets the slower axis set the pace: 3-4-5 with 60 mm/s on the 3 gives 100', () => {
    const shares = { x: 0.6, y: 0.8, z: 0, e: 0 }
    expect(alongPath(500, shares, { x: 60, y: 1000, z: 1, e: 1 })).toBeCloseTo(100, 9)
  })
})

describe('moves in a script', () => {
  it('travels 150 mm at 100 mm/s with 2000 mm/s² in 1.5 + 0.05 s', () => {
    expect(lastStrokeOrMove(['G1 X150 F6000'])).toBeCloseTo(1.55, 6)
  })

  it('prints with the printing acceleration: 100 mm at 20 mm/s, 1000 mm/s²: 5 + 0.02 s', () => {
    expect(lastStrokeOrMove(['M83', 'G1 Y100 E5 F1200'])).toBeCloseTo(5.02, 6)
  })

  it('holds Z to its own 10 mm/s and 100 mm/s²: 20 mm take 2 + 0.1 s whatever F says', () => {
    expect(lastStrokeOrMove(['G1 Z30 F6000'])).toBeCloseTo(2.1, 6)
  })

  it('draws filament back with its own acceleration: 5 mm at 25 mm/s, 500 mm/s²: 0.2 + 0.05 s', () => {
    expect(lastStrokeOrMove(['M83', 'G1 E-5 F1500'])).toBeCloseTo(0.25, 6)
  })

  it('takes M204, M203 and M220 at their word', () => {
    // 150 mm at 100 mm/s with 500 mm/s²: 1.5 + 0.2 s
    expect(lastStrokeOrMove(['M204 T500', 'G1 X150 F6000'])).toBeCloseTo(1.7, 6)
    // X held to 50 mm/s with 2000 mm/s²: 3 + 0.025 s
    expect(lastStrokeOrMove(['M203 X50', 'G1 X150 F6000'])).toBeCloseTo(3.025, 6)
    // half the speed by override is the same
    expect(lastStrokeOrMove(['M220 S50', 'G1 X150 F6000'])).toBeCloseTo(3.025, 6)
  })

  it('counts inches as 25.4 mm', () => {
    expect(round([...ready, 'G20', 'G1 X2']).bounds.x).toEqual([0, 50.8])
  })
})

describe('arcs', () => {
  const from = { x: 10, y: 0, z: 0 }

  it('goes a quarter round: π/2 · 10 mm', () => {
    const path = arcPath(from, { x: 0, y: 10, z: 0 }, { i: -10, j: 0, r: null }, false)
    expect(path?.lengthMm).toBeCloseTo(15.707963, 5)
  })

  it('goes the other three quarters clockwise', () => {
    const path = arcPath(from, { x: 0, y: 10, z: 0 }, { i: -10, j: 0, r: null }, true)
    expect(path?.lengthMm).toBeCloseTo(47.12389, 5)
  })

  it('takes a radius for the shorter way and a negative one for the longer', () => {
    const to = { x: 0, y: 10, z: 0 }
    expect(arcPath(from, to, { i: null, j: null, r: 10 }, false)?.lengthMm).toBeCloseTo(15.707963, 5)
    expect(arcPath(from, to, { i: null, j: null, r: -10 }, false)?.lengthMm).toBeCloseTo(47.12389, 5)
  })

  it('is a full circle where it ends as it began, and none where the radius is too short', () => {
    expect(arcPath(from, from, { i: -10, j: 0, r: null }, true)?.lengthMm).toBeCloseTo(62.831853, 5)
    expect(arcPath(from, { x: 60, y: 0, z: 0 }, { i: null, j: null, r: 10 }, true)).toBeNull()
  })

  it('pushes its filament along the whole of it', () => {
    const result = round(['G28', 'G1 X50 Y50 Z1 F3000', 'M83', 'G3 X30 Y70 I-20 J0 E1'])
    // a quarter of a circle of radius 20: 31.415927 mm
    expect(result.strokes).toHaveLength(1)
    expect(result.strokes[0]?.lengthMm).toBeCloseTo(31.41, 1)
    expect(result.strokes[0]?.filamentMm).toBeCloseTo(1, 9)
  })
})
