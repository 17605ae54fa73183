import { expect, test } from 'vitest'
import { type Label, withRoom } from './labels.ts'

const at = (text: string, x: number, y: number): Label => ({ text, x, y, anchor: 'start' })
const shown = (labels: Label[], pixel: number) => withRoom(labels, pixel).map(({ text }) => text)

test('a name is left out where it would lie over one before it', () => {
  // At 1 mm a pixel “bucket” is 6 × 6.6 = 39.6 mm wide and 15 mm high.
  const places = [at('bucket', 0, 0), at('brush', 39, 0), at('dock', 40, 0), at('clip', 0, 14), at('lamp', 0, 15)]
  expect(shown(places, 1)).toEqual(['bucket', 'dock', 'lamp'])
})

test('nearer there is room for more', () => {
  // At half a millimetre a pixel “bucket” ends at 19.8 mm, and is 7.5 mm high.
  expect(shown([at('bucket', 0, 0), at('brush', 20, 0), at('clip', 0, 7.5)], 0.5)).toHaveLength(3)
})
