import { readFileSync } from 'node:fs'
import type { EditorView } from '@codemirror/view'
import { expect, test } from 'vitest'
import { keysOf, shortcuts } from './shortcuts.ts'

const all = shortcuts({} as EditorView)

test('every shortcut is in the documentation', () => {
  const documented = readFileSync('docs/shortcuts.md', 'utf8')
    .split('\n')
    .flatMap(row => (row.split('|')[1] ?? '').split(',').map(keys => keys.trim()))
  expect(all.map(keysOf).filter(keys => !documented.includes(keys))).toEqual([])
})

test('no key has two actions', () => {
  expect(new Set(all.map(keysOf)).size).toBe(all.length)
})

test('keys are written as people write them', () => {
  expect(keysOf({ key: 'z', control: true })).toBe('Ctrl Z')
  expect(keysOf({ key: 'F7', shift: true })).toBe('Shift F7')
  expect(keysOf({ key: 'F9' })).toBe('F9')
})
