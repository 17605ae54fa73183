// The ribbon's bands, in px worked out by hand. A band is 30 + 18·√s wide, from 58 to 170; printing before it 14; a gap is 6.
import { describe, expect, it } from 'vitest'
import type { Fold } from '../../../core/print/fold.ts'
import { folded, inTime, lanesOf } from './layout.ts'

const one = (situation: number, printedS: number, times = 1): Fold => ({
  pieces: [{ situation, printedS }],
  times,
  fromLayer: 1,
  toLayer: times,
})
/** 25 s are 30 + 18·5 = 120 px; 1 s is 48, and as wide as a name: 58; 400 s are 390, and not more than 170. */
const situations = [{ seconds: 25 }, { seconds: 1 }, { seconds: 400 }]
const course = [one(0, 0), one(1, 60, 300), one(2, 60)]

describe('folded', () => {
  it('has a band for each situation, printing short before it, and a gap between', () => {
    const { groups, width } = folded({ course, situations }, 200)
    // 0…120; 126 + 14 = 140…198; 204 + 14 = 218…388; with its gap 394.
    expect(groups.map(({ pieces: [band] }) => [band?.x, band?.width, band?.body])).toEqual([
      [0, 120, 0],
      [140, 58, 14],
      [218, 170, 14],
    ])
    expect(groups.map(({ x, width: own }) => [x, own])).toEqual([
      [0, 120],
      [126, 72],
      [204, 184],
    ])
    expect(width).toBe(394)
  })

  it('stretches a short print into the room, though not past 1.8 times', () => {
    // 591 px are 1.5 times 394.
    const wider = folded({ course, situations }, 591)
    expect(wider.groups[2]?.pieces[0]).toEqual({ situation: 2, x: 218 * 1.5, width: 255, body: 21 })
    expect(wider.width).toBe(591)
    const much = folded({ course, situations }, 2000)
    expect(much.groups[0]?.width).toBeCloseTo(216, 9)
    expect(much.width).toBe(2000)
  })

  it('has nothing to draw for an empty print', () => {
    expect(folded({ course: [], situations }, 500)).toEqual({ groups: [], width: 500 })
  })
})

describe('true to time', () => {
  it('gives each stretch its share of the whole: printing first, then its scripts', () => {
    // 25 + 3 · (60 + 1) + 60 + 400 = 668 s in 1336 px: 2 px a second.
    const print = { course: [one(0, 0), one(1, 60, 3), one(2, 60)], situations, totalS: 668 }
    expect(inTime(print, 1336).groups.flatMap(({ pieces }) => pieces)).toEqual([
      { situation: 0, x: 0, width: 50, body: 0 },
      { situation: 1, x: 50 + 360, width: 6, body: 360 },
      { situation: 2, x: 416 + 120, width: 800, body: 120 },
    ])
  })

  it('draws what takes next to nothing one px wide', () => {
    const print = { course: [one(1, 0), one(0, 0)], situations, totalS: 100_000 }
    expect(inTime(print, 1000).groups.map(({ width }) => width)).toEqual([1, 1])
  })
})

describe('lanes', () => {
  it('are those of the tools that are warm at any time or in use, lowest first', () => {
    const cold = [20, 20]
    const warm = [20, 180]
    expect(lanesOf([{ tool: 3, heats: [warm, cold, cold, cold] }])).toEqual([0, 3])
    expect(
      lanesOf([
        { tool: 0, heats: [cold, cold] },
        { tool: 1, heats: [cold, cold] },
      ]),
    ).toEqual([0, 1])
  })

  it('is one where nothing is known', () => {
    expect(lanesOf([])).toEqual([0])
  })
})
