import { expect, test } from 'vitest'
import { boxesOf, freeX } from './free-space.ts'

const word = { wide: 100, low: 20, high: 36 }
const xs = [20, 60, 100, 140]

test('a word goes on to where no curve passes it', () => {
  // Along the top, down at X 90, and along the foot: it crosses heights 20 to 36 at X 90 alone.
  const falls = boxesOf([
    [0, 10],
    [90, 10],
    [90, 80],
    [300, 80],
  ])
  // 20 to 120 and 60 to 160 have 90 in them, 100 to 200 has not.
  expect(freeX(word, xs, falls)).toBe(100)
  // Below the word it is no obstacle.
  expect(freeX({ ...word, low: 82, high: 98 }, xs, falls)).toBe(20)
})

test('it goes beside other words, and stays first where it has room nowhere', () => {
  const other = { left: 0, right: 130, low: 30, high: 46 }
  expect(freeX(word, xs, [other])).toBe(140)
  expect(freeX(word, xs, [{ ...other, right: 400 }])).toBe(20)
})
