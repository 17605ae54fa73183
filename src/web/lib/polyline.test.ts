// Lines through points.
import { expect, it } from 'vitest'
import { polyline } from './polyline.ts'

it('goes from point to point, to a tenth of a pixel', () => {
  expect(
    polyline([
      [0, 10],
      [2.04, 3.26],
      [4, -1],
    ]),
  ).toBe('M0,10L2,3.3L4,-1')
})

it('is parted where a point is not known, at its ends too', () => {
  expect(polyline([null, [1, 1], [2, 2], null, null, [5, 5], [6, 6], null])).toBe('M1,1L2,2M5,5L6,6')
  expect(polyline([])).toBe('')
})
