import { describe, expect, it } from 'vitest'
import { printer } from '../../../core/model/example.ts'
import { moved } from './moved.ts'

const bucket = { name: 'bucket', x: -20, y: 100, z: 10 }
const dock = { name: 'dock_a', x: 40, y: -30, z: 0, approach: { x: 40, y: 5 } }
const clip = { name: 'clip', x: [10, 20] as [number, number], y: [0, 8] as [number, number], highMm: 6 }
const bench = { ...printer, spots: [bucket, dock], zones: [clip] }

describe('what is moved on the bed', () => {
  it('is one spot by whole millimetres, and no other', () => {
    expect(moved(bench, 'spot', 0, 2.4, -1.6)).toEqual({ spots: [{ ...bucket, x: -18, y: 98 }, dock] })
  })

  it('takes the place from which a dock is entered along', () => {
    expect(moved(bench, 'spot', 1, 10, 3)).toEqual({
      spots: [bucket, { ...dock, x: 50, y: -27, approach: { x: 50, y: 8 } }],
    })
  })

  it('is a zone with both its sides, as large as it was', () => {
    expect(moved(bench, 'zone', 0, 5, 1)).toEqual({ zones: [{ ...clip, x: [15, 25], y: [1, 9] }] })
  })
})
