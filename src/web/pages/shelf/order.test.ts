import { expect, it } from 'vitest'
import { inOrder } from './order.ts'

const printer = (name: string, example: boolean, ...changed: string[]) => ({
  name,
  example,
  scripts: changed.map(changedAt => ({ changedAt })),
})
const shelf = [
  printer('Example A', true, '2026-03-01'),
  printer('mine, old', false, '2025-01-01', '2025-02-01'),
  printer('mine, new', false),
  printer('Example B', true),
  printer('mine, used', false, '2024-01-01', '2026-02-01'),
]
const names = (all: readonly { name: string }[]) => all.map(({ name }) => name)

it('has a person’s own printers first, the last used on top, and the examples behind as they came', () => {
  expect(names(inOrder(shelf, true))).toEqual(['mine, used', 'mine, old', 'mine, new', 'Example A', 'Example B'])
})

it('leaves the examples out where they are hidden', () => {
  expect(names(inOrder(shelf, false))).toEqual(['mine, used', 'mine, old', 'mine, new'])
})
