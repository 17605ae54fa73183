// Holds identifiers to docs/glossary.md: words that the glossary replaces are rejected.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseAst } from 'vite'
import { expect, test } from 'vitest'

const source = import.meta.dirname

/** The words in the last column of the glossary's second table. */
const replaced = new Set(
  readFileSync(join(source, '..', 'docs', 'glossary.md'), 'utf8')
    .split('## Words of the code')[1]
    ?.split('\n')
    .filter(line => line.startsWith('| '))
    .slice(1)
    .flatMap(line => (line.split('|')[3] ?? '').split(','))
    .map(word => word.trim())
    .filter(Boolean),
)

/** Files whose identifiers are data: words in slicers' placeholders, names of grammar nodes, and the public JSON. */
const data = ['core/vocabulary/guess.ts', 'core/export/macro-writer.ts', 'core/answer.ts']

/** The parts of a name: `extrudedMm` has extruded and mm. */
const partsOf = (name: string): string[] =>
  name
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .split(/[ _$]+/)
    .map(part => part.toLowerCase())

/** The names of all identifiers in a syntax tree. */
function* namesIn(node: unknown): Generator<string> {
  if (Array.isArray(node)) for (const each of node) yield* namesIn(each)
  if (typeof node !== 'object' || node === null || Array.isArray(node)) return
  const { type, name } = node as { type?: string; name?: unknown }
  if (type === 'Identifier' && typeof name === 'string') yield name
  for (const each of Object.values(node)) yield* namesIn(each)
}

test('the glossary lists words to replace', () => {
  expect(replaced).toContain('pushed')
  expect(replaced).toContain('most')
})

test('identifiers have no word that the glossary replaces', () => {
  const files = readdirSync(source, { recursive: true, encoding: 'utf8' }).filter(
    file => /\.tsx?$/.test(file) && !/\.test\.tsx?$/.test(file) && !data.includes(file),
  )
  const found = files.flatMap(file => {
    const parsed = parseAst(readFileSync(join(source, file), 'utf8'), { lang: file.endsWith('x') ? 'tsx' : 'ts' })
    const names = new Set(namesIn(parsed))
    return [...names].filter(name => partsOf(name).some(part => replaced.has(part))).map(name => `${file}: ${name}`)
  })
  expect(found).toEqual([])
})
