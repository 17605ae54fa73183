import { expect, test } from 'vitest'
import { numberTicks, timeTicks } from './round-ticks.ts'

test('times are marked at whole minutes, halves, quarters and seconds', () => {
  // Five minutes in about six parts: each whole minute. 90 s in about six: each quarter minute.
  expect(timeTicks(305, 6)).toEqual([0, 60, 120, 180, 240, 300])
  expect(timeTicks(92, 6)).toEqual([0, 15, 30, 45, 60, 75, 90])
  expect(timeTicks(3, 4)).toEqual([0, 1, 2, 3])
})

test('other figures are marked at 1, 2 and 5', () => {
  expect(numberTicks(0.9, 4)).toEqual([0, 0.2, 0.4, 0.6, 0.8])
  expect(numberTicks(26, 4)).toEqual([0, 5, 10, 15, 20, 25])
})
