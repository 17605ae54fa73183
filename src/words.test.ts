// Trade words first (names.md): words that a person would have to translate don't come back into what is shown.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseAst } from 'vite'
import { expect, test } from 'vitest'

const quaint =
  /\b(?:finds? zero|feels?|felt|drip\w*|push(?:ed|es|ing)?|drawn? back|draws back|drawing back|asleep|to sleep|sets? (?:“.*” )?aside|speaks only|let it speak|wants a look|take[ns]? away|takes? along|taken along|speaks? of|names no place|reckon\w*|nobody knows|giv(?:e|es|en) up|really|keep it)\b/i

/** What other programs and people may write, and is only read. */
const readOnly = ['core/vocabulary/guess.ts', 'core/effects/save-state.ts', 'web/state/finder-topics.ts']

type Node = { type?: string; value?: unknown; source?: unknown; computed?: boolean; start?: number }

/** Every text that stands in a file; what is imported and what things are called in the code is none. */
function* textsIn(node: unknown): Generator<{ text: string; start: number }> {
  if (Array.isArray(node)) for (const each of node) yield* textsIn(each)
  if (typeof node !== 'object' || node === null || Array.isArray(node)) return
  const { type, value, source, computed, start = 0 } = node as Node
  if (type === 'ImportDeclaration' || (source && type?.startsWith('Export'))) return
  if ((type === 'Literal' || type === 'JSXText') && typeof value === 'string') yield { text: value, start }
  if (type === 'TemplateElement') yield { text: (value as { cooked: string }).cooked, start }
  for (const [key, each] of Object.entries(node)) if (key !== 'key' || computed) yield* textsIn(each)
}

/** A text that is shown has blanks or capitals; what has neither is a name in the code. */
const isShown = (text: string): boolean => /[\sA-Z]/.test(text)

const source = import.meta.dirname
const files = readdirSync(source, { recursive: true, encoding: 'utf8' }).filter(
  file => /\.tsx?$/.test(file) && !/\.test\.tsx?$|siege\/|testing/.test(file) && !readOnly.includes(file),
)

test('what is shown has no word that names.md replaces', () => {
  const texts = files.flatMap(file => {
    const code = readFileSync(join(source, file), 'utf8')
    const parsed = parseAst(code, { lang: file.endsWith('x') ? 'tsx' : 'ts' })
    return [...textsIn(parsed)].map(each => ({ ...each, file, line: code.slice(0, each.start).split('\n').length }))
  })
  expect(texts.filter(({ text }) => isShown(text)).length).toBeGreaterThan(3000)
  const found = texts.filter(({ text }) => isShown(text) && quaint.test(text))
  expect(found.map(({ file, line, text }) => `${file}:${line} ${text.trim().slice(0, 100)}`)).toEqual([])
})

test('nor have the pages of the documentation and the README', () => {
  const root = join(source, '..')
  const pages = ['README.md', ...readdirSync(join(root, 'docs')).map(file => join('docs', file))].filter(
    file => file.endsWith('.md') && !/(?:developing|contract|design|glossary)\.md$/.test(file),
  )
  const found = pages.flatMap(file =>
    readFileSync(join(root, file), 'utf8')
      .split('\n')
      .flatMap((text, i) => (quaint.test(text) ? [`${file}:${i + 1} ${text.slice(0, 100)}`] : [])),
  )
  expect(found).toEqual([])
})
