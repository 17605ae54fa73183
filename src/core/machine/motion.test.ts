import { describe, expect, it } from 'vitest'
import { round } from '../testing/stage.ts'
import { arcPath } from './arc.ts'
import { alongPath } from './motion.ts'
import { type Corner, cornerSpeed, secondsBetween } from './planner.ts'

const ready = ['G28', 'G1 X0 Y0 Z10 F6000']
const lastStrokeOrMove = (lines: string[]) => {
  const before = round(ready).durations.movingS
  return round([...ready, ...lines]).durations.movingS - before
}

describe('one move from rest to rest', () => {
  it('takes L/v + v/a where it reaches its speed', () => {
    // 100 mm at 50 mm/s with 1000 mm/s²: v²/a = 2.5 mm < 100, so 2 + 0.05 s
    expect(secondsBetween(100, 50, 1000, 0, 0)).toBeCloseTo(2.05, 9)
  })

  it('takes 2·√(L/a) where it does not', () => {
    // 1.6 mm at 50 mm/s with 1000 mm/s²: 2.5 > 1.6, so 2·√0.0016 = 0.08 s
    expect(secondsBetween(1.6, 50, 1000, 0, 0)).toBeCloseTo(0.08, 9)
  })

  it('is the same both ways where the two meet, at L = v²/a', () => {
    expect(secondsBetween(2.5, 50, 1000, 0, 0)).toBeCloseTo(2 * Math.sqrt(2.5 / 1000), 12)
  })
})

describe('one move from a speed to another', () => {
  it('from 20 to 30 mm/s over 100 mm at 50: (50−20)/1000 + (50−30)/1000 s of ramps of 1.05 and 0.8 mm, the rest at 50', () => {
    expect(secondsBetween(100, 50, 1000, 20, 30)).toBeCloseTo(0.03 + 0.02 + (100 - 1.05 - 0.8) / 50, 9)
  })

  it('without room for 50 it tops out at √((2·1000·1 + 20² + 30²)/2) = 40.62 mm/s', () => {
    const top = Math.sqrt((2000 + 400 + 900) / 2)
    expect(secondsBetween(1, 50, 1000, 20, 30)).toBeCloseTo((top - 20 + top - 30) / 1000, 9)
  })
})

describe('corners', () => {
  const x = { x: 1, y: 0, z: 0, e: 0 }
  const y = { x: 0, y: 1, z: 0, e: 0 }
  const half = { x: Math.SQRT1_2, y: Math.SQRT1_2, z: 0, e: 0 }
  const back = { x: -1, y: 0, z: 0, e: 0 }

  it('round a right angle are taken at the speed said for it', () => {
    expect(cornerSpeed({ kind: 'speed', mmS: 5 }, 1000, x, y)).toBeCloseTo(5, 9)
  })

  it('by deviation: v² = 1000 · 0.02 · s/(1−s); at 90° s = √½, so 20 · 2.41421 = 48.2843', () => {
    expect(cornerSpeed({ kind: 'deviation', mm: 0.02 }, 1000, x, y)).toBeCloseTo(Math.sqrt(48.2843), 4)
  })

  it('by jerk: at 45° X loses 0.2929 of its speed and Y gains 0.7071, so 8 mm/s allow 8/0.7071 = 11.31', () => {
    const corner: Corner = { kind: 'jerk', x: 8, y: 8, z: 1, e: 5 }
    expect(cornerSpeed(corner, 1000, x, half)).toBeCloseTo(11.3137, 4)
    expect(cornerSpeed(corner, 1000, x, back)).toBeCloseTo(4, 9)
  })

  it('straight on are none, right back are a stop, and so is filament alone', () => {
    const corner: Corner = { kind: 'speed', mmS: 5 }
    expect(cornerSpeed(corner, 1000, x, x)).toBe(Number.POSITIVE_INFINITY)
    expect(cornerSpeed(corner, 1000, x, back)).toBe(0)
    expect(cornerSpeed(corner, 1000, x, { x: 0, y: 0, z: 0, e: -1 })).toBe(0)
  })
})

describe('look-ahead', () => {
  const moving = (lines: string[]) => round([...ready, ...lines]).durations.movingS - round(ready).durations.movingS

  it('takes a line cut in 100 pieces as long as in one', () => {
    const pieces = Array.from({ length: 100 }, (_, i) => `G1 X${i + 1} F6000`)
    // 100 mm at 100 mm/s with 2000 mm/s²: 1 + 0.05 s
    expect(moving(['G1 X100 F6000'])).toBeCloseTo(1.05, 6)
    expect(moving(pieces)).toBeCloseTo(1.05, 4)
  })

  it('still does when there are more pieces than it looks at together', () => {
    const pieces = Array.from({ length: 9000 }, (_, i) => `G1 X${((i + 1) / 50).toFixed(2)} F6000`)
    expect(moving(pieces)).toBeCloseTo(1.85, 4)
  })

  it('takes a square of 50 mm with corners at 5 mm/s: ramps of 2.5 or 2.49375 mm at 100 mm/s, 2000 mm/s²', () => {
    // Outer segments go from 0 to 5 and the other way round: (100 + 95)/2000 s of ramps, 2.5 + 2.49375 mm; inner segments 5 to 5.
    const outer = 195 / 2000 + (50 - 2.5 - 2.49375) / 100
    const inner = 190 / 2000 + (50 - 2 * 2.49375) / 100
    const square = ['G1 X50 F6000', 'G1 Y50', 'G1 X0', 'G1 Y0']
    expect(moving(square)).toBeCloseTo(2 * outer + 2 * inner, 9)
  })

  it('stops where the script waits, and goes on from rest', () => {
    expect(moving(['G1 X50 F6000', 'M400', 'G1 X100'])).toBeCloseTo(2 * 0.55, 6)
    expect(moving(['G1 X50 F6000', 'G4 S2', 'G1 X100'])).toBeCloseTo(2 * 0.55, 6)
    expect(moving(['G1 X50 F6000', 'M117 half way', 'G1 X100'])).toBeCloseTo(1.05, 6)
  })

  it('tells each line and message its time', () => {
    const { trace } = round([...ready, 'G1 X50 F6000', 'M117 half way', 'G1 X100', 'G4 S1'])
    const last = trace.rows.count - 1
    const half = trace.messages[0]?.at ?? 0
    // 47.5 mm of the first half at full speed after a ramp of 2.5: 0.05 + 0.475 s after it began.
    expect(half - (trace.rows.start[2] as number)).toBeCloseTo(0.525, 6)
    expect(trace.rows.end[2]).toBe(half)
    expect(trace.rows.end[last]).toBeCloseTo((trace.rows.start[2] as number) + 1.05 + 1, 6)
  })

  it('takes the corner limits that the script sets', () => {
    const corner = (line: string) => moving([line, 'G1 X50 F6000', 'G1 Y50'])
    // Slower round the corner takes longer; a line that names nothing changes nothing.
    expect(corner('M205 J0.5')).toBeLessThan(corner('M205'))
    expect(corner('M205 J0.001')).toBeGreaterThan(corner('M205'))
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

describe('a retraction', () => {
  it('of 5 mm at 25 mm/s with 500 mm/s² takes 5/25 + 25/500 = 0.25 s, and as long to come back', () => {
    expect(round('M83\nG1 E-5 F1500').durations.movingS).toBeCloseTo(0.25, 9)
    expect(round('G10').durations.movingS).toBeCloseTo(0.25, 9)
    expect(round('G10\nG11').durations.movingS).toBeCloseTo(0.5, 9)
  })

  it('of 1 mm at 50 mm/s never gets there: 2·√(1/500) = 0.0894 s', () => {
    expect(round('M83\nG1 E-1 F3000').durations.movingS).toBeCloseTo(0.0894427, 6)
  })

  it('follows M204 R: with 2000 mm/s² it is 5/25 + 25/2000 = 0.2125 s', () => {
    expect(round('M204 R2000\nM83\nG1 E-5 F1500').durations.movingS).toBeCloseTo(0.2125, 9)
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
