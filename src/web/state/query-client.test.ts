// A change has those queries fetched again that it affects, and no others.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { changed, queries } from './query-client.ts'

const stale = (...keys: string[]): string[] => keys.filter(key => queries.getQueryState([key])?.isInvalidated)

test.each([
  ['scripts', ['shelf', 'script', 'things'], ['backups', 'refrains', 'earlier', 'computed']],
  ['trials', ['story'], ['shelf', 'things', 'script', 'computed']],
  ['setups', ['things', 'shelf'], ['script', 'story', 'refrains', 'backups', 'computed']],
  ['printers', ['things', 'shelf', 'script', 'earlier'], ['refrains', 'backups', 'computed']],
  ['everything', ['things', 'shelf', 'script', 'backups', 'bin'], ['computed']],
] as const)('a change of %s', (of, affected, untouched) => {
  queries.clear()
  for (const key of [...affected, ...untouched]) queries.setQueryData([key], 1)
  changed(of)
  expect(stale(...affected, ...untouched)).toEqual([...affected])
})

test('every query of a page is affected by some change, but what was worked out of given texts', () => {
  const web = join(import.meta.dirname, '..')
  const files = readdirSync(web, { recursive: true, encoding: 'utf8' }).filter(name => /(?<!\.test)\.tsx?$/.test(name))
  const keys = files.flatMap(name =>
    [...readFileSync(join(web, name), 'utf8').matchAll(/queryKey: \['([^']+)'/g)].map(found => found[1] as string),
  )
  expect(keys.length).toBeGreaterThan(15)
  queries.clear()
  for (const key of keys) queries.setQueryData([key], 1)
  for (const of of ['scripts', 'trials', 'refrains', 'setups', 'printers'] as const) changed(of)
  // Backups are made by what changes everything.
  expect([...new Set(keys)].filter(key => stale(key).length === 0).sort()).toEqual(['backups', 'computed'])
})
