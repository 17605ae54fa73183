import { expect, it } from 'vitest'
import { secondsIn } from './seconds.ts'

it('reads times as people write them', () => {
  expect(['4:22', '1:04:22', '4 min 22 s', '4m', '1 h 2 min', '262', '262 s', '90.5'].map(secondsIn)).toEqual([
    262, 3862, 262, 240, 3720, 262, 262, 90.5,
  ])
  expect(['', 'soon', '4:2:', '-3', '0'].map(secondsIn)).toEqual([null, null, null, null, null])
})
