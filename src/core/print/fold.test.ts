import { expect, it } from 'vitest'
import { fold } from './fold.ts'

const course = (...situations: number[]) => situations.map((situation, i) => ({ situation, printedS: i, layer: i + 1 }))
const said = (...situations: number[]): string =>
  fold(course(...situations))
    .map(({ pieces, times }) => `${pieces.map(each => each.situation).join('')}×${times}`)
    .join(' ')

it('says once what comes again and again', () => {
  expect(said(0, 1, 2, 1, 2, 1, 2, 3)).toBe('0×1 12×3 3×1')
  expect(said(0, 0, 0, 1)).toBe('0×3 1×1')
  expect(said(0, 1, 2, 3)).toBe('0×1 1×1 2×1 3×1')
  // Of “1212” and “12” twice as often the shorter pattern is told.
  expect(said(1, 2, 1, 2, 1, 2, 1, 2)).toBe('12×4')
  expect(said()).toBe('')
})

it('tells its layers and the printing before each piece, the first time', () => {
  expect(fold(course(5, 6, 5, 6))).toEqual([
    {
      pieces: [
        { situation: 5, printedS: 0 },
        { situation: 6, printedS: 1 },
      ],
      times: 2,
      fromLayer: 1,
      toLayer: 4,
    },
  ])
})
