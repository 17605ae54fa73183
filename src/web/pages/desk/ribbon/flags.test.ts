import { describe, expect, it } from 'vitest'
import { flagsOf } from './flags.ts'

const at = (...seconds: number[]) => seconds.map((s, i) => ({ at: s, line: i + 1, text: `m${i}` }))
const seen = (seconds: number[], width: number, totalS: number) =>
  flagsOf(at(...seconds), width, totalS).map(({ left, messages }) => [left, messages.map(({ line }) => line)])

describe('messages on the ribbon', () => {
  it('have a flag each where there is room: 10 s of 100 on 1000 px are 100 px', () => {
    expect(seen([10, 50], 1000, 100)).toEqual([
      [100, [1]],
      [500, [2]],
    ])
  })

  it('share one where they would lie over each other: 1 s apart is 10 px, a flag has 14', () => {
    // 100, 110 and 113 px; 114 px is the next flag’s.
    expect(seen([10, 11, 11.3, 11.4], 1000, 100)).toEqual([
      [100, [1, 2, 3]],
      [114, [4]],
    ])
  })

  it('stay within the ribbon, also at its end and where no time passes', () => {
    expect(seen([100], 1000, 100)).toEqual([[984, [1]]])
    expect(seen([0, 0], 1000, 0)).toEqual([[0, [1, 2]]])
  })

  it('are as many as there is room for, however many messages there are', () => {
    const many = Array.from({ length: 5000 }, (_, i) => i / 50)
    expect(flagsOf(at(...many), 1000, 100).length).toBeLessThanOrEqual(72)
  })
})
