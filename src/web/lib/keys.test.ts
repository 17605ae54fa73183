import { expect, test } from 'vitest'
import { keysOf } from './keys.ts'

test('the n-th of a line has the same key whatever else it says', () => {
  const at = (line: number, s: number) => ({ line, s })
  expect(keysOf([at(3, 0), at(7, 1), at(3, 2)], ({ line }) => line)).toEqual(['3 0', '7 0', '3 1'])
  expect(keysOf([at(3, 9), at(7, 9), at(3, 9)], ({ line }) => line)).toEqual(['3 0', '7 0', '3 1'])
})
