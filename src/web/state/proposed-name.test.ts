import { expect, test } from 'vitest'
import { proposedName, tellingLine } from './proposed-name.ts'

test('a script is told by its first words, and without any by its first command', () => {
  expect(tellingLine('\n; ---- Quiet start ----\nG28\n')).toBe('Quiet start')
  expect(tellingLine(';= purge = 3\n; --\nG28 ; home\n')).toBe(';= purge = 3')
  expect(tellingLine('')).toBe('')
})

test('a name is proposed that no other script has', () => {
  expect(proposedName('; Quiet start\nG28', 'Dunlin, before the print', [])).toBe('Quiet start')
  expect(proposedName('G28', 'Dunlin, before the print', [])).toBe('Dunlin, before the print')
  expect(proposedName('; Quiet start\nG28', 'x', ['QUIET  START', 'Quiet start, 2'])).toBe('Quiet start, 3')
  // A whole sentence is no name.
  expect(proposedName(`; ${'what a friend wrote '.repeat(4)}\nG28`, 'Dunlin', [])).toBe('Dunlin')
})
