import { expect, test } from 'vitest'
import { type Label, withRoom } from './labels.ts'

const at = (text: string, x: number, y: number): Label => ({ text, x, y, anchor: 'start' })
const shown = (labels: Label[], pixel: number, signs: { x: number; y: number }[] = []) =>
  withRoom(labels, pixel, signs).map(({ text }) => text)

test('a name is left out where it would lie over one before it', () => {
  // At 1 mm a pixel “bucket” is 6 × 6.6 = 39.6 mm wide and 15 mm high.
  const places = [at('bucket', 0, 0), at('brush', 39, 0), at('dock', 40, 0), at('clip', 0, 14), at('lamp', 0, 15)]
  expect(shown(places, 1)).toEqual(['bucket', 'dock', 'lamp'])
})

test('nearer there is room for more', () => {
  // At half a millimetre a pixel “bucket” ends at 19.8 mm, and is 7.5 mm high.
  expect(shown([at('bucket', 0, 0), at('brush', 20, 0), at('clip', 0, 7.5)], 0.5)).toHaveLength(3)
})

test('a name gives way to the sign of another place, not to its own', () => {
  // At half a millimetre a pixel a sign reaches 3 mm to all sides, and “brush” is 5 × 6.6 × 0.5 = 16.5 mm wide, from 1.5 mm below its line to 6 mm above.
  const its = { x: 0, y: 0 }
  const name: Label = { text: 'brush', x: 0, y: -9.5, anchor: 'middle' }
  expect(shown([name], 0.5, [its])).toEqual(['brush'])
  // The name reaches from X −8.25 to 8.25: one at X 11.2 begins at 8.2, one at X 11.3 at 8.3.
  expect(shown([name], 0.5, [its, { x: 11.2, y: -9.5 }])).toEqual([])
  expect(shown([name], 0.5, [its, { x: 11.3, y: -9.5 }])).toEqual(['brush'])
})
