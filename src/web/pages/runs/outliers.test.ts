import { expect, test } from 'vitest'
import { outliers } from './RunsChart.tsx'

const runs = (...seconds: number[]) => seconds.map(durationS => ({ durationS }))

test('what takes far longer or shorter than most is odd', () => {
  // The middle half of 10 10 11 12 12 is 10 to 12; one and a half times its width beyond that are 7 and 15.
  expect(outliers(runs(10, 12, 11, 12, 10))).toEqual([])
  // Of 10 10 11 12 12 40 it is 10.25 to 12: beyond 14.6 is odd.
  expect(outliers(runs(10, 12, 40, 11, 12, 10))).toEqual(runs(40))
  expect(outliers(runs(10, 12, 1, 40, 11, 12, 10))).toEqual(runs(40, 1))
})

test('runs that take equally long are none of them odd', () => expect(outliers(runs(9, 9, 9, 9))).toEqual([]))
