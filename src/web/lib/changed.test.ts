import { expect, it } from 'vitest'
import { changedLines } from './changed.ts'

it('gives old lines with their old numbers and new ones with their new', () => {
  expect(changedLines('a\nb\nc\nd\n', 'a\nB\nc\nd\ne\n')).toEqual([
    { sign: '-', number: 2, line: 'b' },
    { sign: '+', number: 2, line: 'B' },
    { sign: '+', number: 5, line: 'e' },
  ])
})

it('gives nothing for the same text, and all of a new one', () => {
  expect(changedLines('a\nb', 'a\nb')).toEqual([])
  expect(changedLines('', 'a\n')).toEqual([{ sign: '+', number: 1, line: 'a' }])
})
