import { expect, it } from 'vitest'
import { reachOf, timeMarks } from './TimeMarks.tsx'

it('words stand to the right of the playhead, and to its left where the ribbon ends', () => {
  // Ten letters of 5.2 px and 14 px beside them: 66 px.
  expect(reachOf('0123456789', 100, 300)).toEqual([100, 166])
  expect(reachOf('0123456789', 234, 300)).toEqual([234, 300])
  expect(reachOf('0123456789', 235, 300)).toEqual([169, 235])
})

it('no time stands at the very end, where it would be cut off', () => {
  // Half minutes of 4 min; 3:52 is 96.5 % of it, so all but the last stay.
  expect(timeMarks(240)).not.toContain(240)
  expect(timeMarks(240).at(-1)).toBeLessThan(240 * 0.965)
  expect(timeMarks(240)[0]).toBe(0)
})
