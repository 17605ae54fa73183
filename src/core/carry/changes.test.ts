import { expect, test } from 'vitest'
import { applyEdits } from '../model/script.ts'
import { type Change, endsOf, withEdits, writtenOut } from './changes.ts'

const change = (line: number | null, ...became: string[]): Change => ({
  id: `l${line}`,
  line,
  became,
  kind: 'same',
  why: '',
})
const text = 'G28\nG90\n'
const changes = [change(1, 'G28'), change(2, 'G90')]

test('two insertions at one position both stay, in their order', () => {
  const edits = [
    { from: 4, to: 4, insert: 'M83\n' },
    { from: 4, to: 4, insert: 'G21\n' },
  ]
  const made = withEdits(changes, endsOf(text), edits, 'why')
  expect(made && writtenOut(made, endsOf(text))).toBe('G28\nM83\nG21\nG90\n')
  expect(applyEdits(text, edits)).toBe('G28\nM83\nG21\nG90\n')
})

test('an insertion before a line that is replaced stays as well', () => {
  const edits = [
    { from: 4, to: 4, insert: 'M83\n' },
    { from: 4, to: 7, insert: 'G91' },
  ]
  const made = withEdits(changes, endsOf(text), edits, 'why')
  expect(made && writtenOut(made, endsOf(text))).toBe('G28\nM83\nG91\n')
})

test('two insertions at one position within what a line became both stay, in their order', () => {
  const edits = ['M83\n', 'G21\n'].map(insert => ({ from: 4, to: 4, insert }))
  const made = withEdits([change(1, 'G28', 'G90')], endsOf('G28 W\n'), edits, 'why')
  expect(made?.map(({ became }) => became)).toEqual([['G28', 'M83', 'G21', 'G90']])
})

test('lines that are inserted into CRLF end in CRLF', () => {
  const crlf = text.replaceAll('\n', '\r\n')
  const made = withEdits(changes, endsOf(crlf), [{ from: 5, to: 5, insert: 'M83\r\n' }], 'why')
  expect(made && writtenOut(made, endsOf(crlf))).toBe('G28\r\nM83\r\nG90\r\n')
})
