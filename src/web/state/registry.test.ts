import { expect, test } from 'vitest'
import { toldApart } from './registry.ts'

const run = () => {}

test('two fixes of one name are two things to choose, and one of another heading keeps its name', () => {
  const action = (group: string, name: string) => ({ group, name, run })
  const found = toldApart([
    action('Fixes', 'Line 4: Heat first'),
    action('Fixes', 'Line 4: Heat first'),
    action('Tools', 'Line 4: Heat first'),
    action('Fixes', 'Line 4: Heat first'),
  ])
  expect(found.map(({ name }) => name)).toEqual([
    'Line 4: Heat first',
    'Line 4: Heat first (2)',
    'Line 4: Heat first',
    'Line 4: Heat first (3)',
  ])
})
