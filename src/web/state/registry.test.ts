import { expect, test } from 'vitest'
import { withDistinctTitles } from './registry.ts'

const run = () => {}

test('two fixes of one name are two things to choose, and one of another heading keeps its name', () => {
  const action = (group: string, title: string) => ({ id: title, group, title, run })
  const found = withDistinctTitles([
    action('Fixes', 'Line 4: Heat first'),
    action('Fixes', 'Line 4: Heat first'),
    action('Tools', 'Line 4: Heat first'),
    action('Fixes', 'Line 4: Heat first'),
  ])
  expect(found.map(({ title }) => title)).toEqual([
    'Line 4: Heat first',
    'Line 4: Heat first (2)',
    'Line 4: Heat first',
    'Line 4: Heat first (3)',
  ])
})
