import { expect, test } from 'vitest'
import { thingChanges } from './thing-changes.ts'

const before = { name: 'Knot', bed: { x: [0, 220] }, probe: null, macros: '[a]\n[b]', round: false }

test('each place that differs is told once, with what stood and stands there', () => {
  const after = { name: 'Knot', bed: { x: [0, 230] }, probe: { kind: 'touch' }, macros: '[a]', round: true }
  expect(thingChanges(before, after)).toEqual([
    { path: 'bed.x.1', before: '220', after: '230' },
    { path: 'probe', before: null, after: '{"kind":"touch"}' },
    { path: 'macros', before: '2 lines', after: '[a]' },
    { path: 'round', before: 'no', after: 'yes' },
  ])
})

test('what is the same is not told, and what came or went is', () => {
  expect(thingChanges(before, { ...before })).toEqual([])
  expect(thingChanges({ tools: ['a'] }, { tools: ['a', 'b'] })).toEqual([{ path: 'tools.1', before: null, after: 'b' }])
})
