// The documents name only files that exist, so that a stranger finds what they describe.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'

const root = join(import.meta.dirname, '..')
const documents = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync(join(root, 'docs')).map(name => `docs/${name}`),
].filter(path => path.endsWith('.md'))
const files = ['src', 'e2e', 'scripts', 'demo', 'bench', 'corpus', 'docs'].flatMap(folder =>
  readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' }).map(path => `/${folder}/${path}`),
)

/** The names of files in a document. Names in capitals stand for any name, as in `rules/NAME.ts`. */
const namedIn = (text: string): string[] =>
  [...text.matchAll(/`([\w./-]+\.tsx?)`/g)].map(([, name]) => name ?? '').filter(name => !/[A-Z]{4}/.test(name))

it.each(documents)('%s names only files that exist', document => {
  const named = namedIn(readFileSync(join(root, document), 'utf8'))
  expect(named.filter(name => !files.some(path => path.endsWith(`/${name}`)))).toEqual([])
})

it('finds the files that a document names', () => {
  expect(namedIn('see `core/prove.ts`, `rules/NAME.ts` and `M109`')).toEqual(['core/prove.ts'])
})
