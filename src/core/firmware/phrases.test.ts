// Fixes, makers and edits write through the family's phrases: nobody else spells a command.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'

const core = join(import.meta.dirname, '..')

const filesIn = (folder: string): string[] =>
  readdirSync(join(core, folder), { recursive: true, encoding: 'utf8' })
    .filter(name => name.endsWith('.ts') && !name.includes('.test.'))
    .map(name => join(folder, name))

/** A string that begins like a line of a script: a name, and then its end, a letter or a formula. */
const spelled =
  /['"`](?:\\n)?([GM]\d+(?:\.\d+)?|T\d+|SET_[A-Z_]+|BED_MESH_[A-Z_]+|TEMPERATURE_WAIT|SAVE_[A-Z_]+|RESTORE_[A-Z_]+)(?:['"`]| [A-Z$@"])/

/** Code without comments, and without what only shows: examples, titles, reasons, and the names that a test of a name asks for. */
const codeOf = (text: string): string[] =>
  text
    .replace(/\/\*[\s\S]*?\*\//g, found => found.replace(/[^\n]/g, ''))
    .split('\n')
    .map(line => line.replace(/(^|\s)\/\/.*/, ''))
    .map(line => (/^\s*(?:example|title|why|silentWhen|text|purpose)\b.*:/.test(line) ? '' : line))

it.each(['check', 'script/makers', 'script/edits', 'carry'])('spells no command in %s', folder => {
  const found = filesIn(folder).flatMap(file =>
    codeOf(readFileSync(join(core, file), 'utf8')).flatMap((line, i) =>
      spelled.test(line) ? [`${file}:${i + 1}: ${line.trim()}`] : [],
    ),
  )
  expect(found).toEqual([])
})

it('finds a command that is spelled out', () => {
  expect(spelled.test("const wait = 'M109 S200'")).toBe(true)
  expect(spelled.test('return [`G4 S' + '$' + '{seconds}`]')).toBe(true)
  expect(spelled.test("return ['G90']")).toBe(true)
  expect(spelled.test("'Moves to M1 stones'")).toBe(false)
})
