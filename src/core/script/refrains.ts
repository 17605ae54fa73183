// Refrains: passages saved once and written into many scripts, completely, between marker lines.
import * as v from 'valibot'
import { rawLines, read } from '../gcode/read.ts'
import { plainName, plainText } from '../model/pieces.ts'
import { applyEdits, type Edit, nameKey } from '../model/script.ts'
import { wholeBlockOf } from './edits/blocks.ts'
import { blockOf, keptLines, type Plan, type Rehearsed, rangeOf, refuse } from './edits/plan.ts'
import type { Passage } from './passages.ts'
import { beginRefrain, endRefrain, refrainsIn, type Standing } from './refrain-marks.ts'

export { type RefrainMark, readRefrain, refrainsIn, type Standing } from './refrain-marks.ts'

/** A saved refrain: its newest text, and its earlier texts. */
export type Refrain = { name: string; text: string; earlier: readonly { number: number; text: string }[] }

/** How a script's copy differs from the refrain: not at all, an earlier text, or changed by hand. */
export type Drift = { kind: 'same' } | { kind: 'behind'; number: number } | { kind: 'drifted' }

/** A text without its common indentation, as template lines have. */
function dedented(text: string): string {
  const lines = rawLines(text).filter(line => line.trim() !== '')
  const least = Math.min(...lines.map(line => line.search(/\S/)))
  return lines.length && least > 0 ? text.replace(new RegExp(`^[ \\t]{${least}}`, 'gm'), '') : text
}

/** A normalised text for comparison, without differences in line breaks, trailing blanks and indentation. */
const bare = (text: string): string =>
  rawLines(dedented(text))
    .map(line => line.trimEnd())
    .join('\n')
    .trimEnd()

export function driftOf(standing: Pick<Standing, 'text'>, { text, earlier }: Refrain): Drift {
  const here = bare(standing.text)
  if (here === bare(text)) return { kind: 'same' }
  const after = earlier.find(each => bare(each.text) === here)
  return after ? { kind: 'behind', number: after.number } : { kind: 'drifted' }
}

const named = (name: string) => (standing: Standing) => nameKey(standing.name) === nameKey(name)

/** The refrain's text with the script's line breaks, ending with one, indented like its marker. */
function inside(text: string, ending: string, indent = ''): string {
  let body = text.replace(/\r\n|\r|\n/g, '\n')
  if (indent !== '') body = dedented(body).replace(/^(?=[^\n])/gm, indent)
  while (body.endsWith('\n')) body = body.slice(0, -1)
  return body === '' ? '' : `${body}\n`.replaceAll('\n', ending)
}

const endingOf = (script: string): string => /\r\n|\n|\r/.exec(script)?.[0] ?? '\n'

/** The edits that replace every copy of a refrain in a script. */
export function editsFor(script: string, name: string, text: string): Edit[] {
  const ending = endingOf(script)
  const lines = read(script)
  return refrainsIn(lines)
    .filter(named(name))
    .map(({ from, to, firstLine }) => {
      const indent = /^[ \t]{0,80}/.exec(lines[firstLine - 1]?.raw ?? '')?.[0]
      return { from, to, insert: inside(text, ending, indent) }
    })
}

/** The first kept line that a refrain's text would remove from a script, with its reason; null if none. */
export function keptFrom(script: string, name: string, text: string): { line: number; why: string } | null {
  const lines = read(script)
  const has = new Set(rawLines(text).map(line => line.trim()))
  const kept = keptLines(lines)
  for (const { firstLine, lastLine } of refrainsIn(lines).filter(named(name)))
    for (const { number, raw } of lines.slice(firstLine, lastLine - 1)) {
      const why = kept.get(number)
      if (why !== undefined && !has.has(raw.trim())) return { line: number, why }
    }
  return null
}

/** The script with every copy replaced; unchanged if that would remove a kept line. */
export const rolledOut = (script: string, name: string, text: string): string =>
  keptFrom(script, name, text) ? script : applyEdits(script, editsFor(script, name, text))

/** Removes a refrain's markers, so that its lines are ordinary text. */
export function keptApart(script: string, name: string): string {
  const lines = read(script)
  const edits = refrainsIn(lines)
    .filter(named(name))
    .flatMap(({ firstLine, lastLine }) => [firstLine, lastLine].map(at => ({ ...rangeOf(lines, at, at), insert: '' })))
  return applyEdits(script, edits)
}

export const RefrainName = v.pipe(
  plainName('a refrain'),
  v.rawCheck(({ dataset, addIssue }) => {
    const bad = dataset.typed ? badName(dataset.value) : null
    if (bad) addIssue({ message: bad })
  }),
)
export const RefrainText = plainText(400_000)

/** Why a refrain's name is not allowed: it must fit on a line and not look like the other marker. Null if it is. */
export function badName(name: string): string | null {
  if (!/^[\p{L}\p{N}]/u.test(name.trim())) return 'A refrain’s name begins with a letter or a number.'
  return /^end\s/i.test(name.trim()) ? 'A refrain’s name can’t begin with “end”, which ends one.' : null
}

/** The text of a passage as a refrain: its heading and lines. */
export const refrainText = (text: string, { lines }: Pick<Rehearsed, 'lines'>, passage: Passage): string => {
  const { from, to } = rangeOf(lines, blockOf(passage).first, blockOf(passage).last)
  return dedented(text.slice(from, to))
}

/** Puts a refrain's markers around a passage. */
export function makeRefrain(script: Rehearsed, passage: Passage, name: string): Plan {
  const { text, lines } = script
  const bad = badName(name)
  if (bad) return refuse(bad)
  const block = wholeBlockOf(script, passage)
  if (typeof block === 'string') return refuse(block)
  const { first, last } = block
  const inner = refrainsIn(lines).find(({ firstLine, lastLine }) => firstLine <= last && first <= lastLine)
  if (inner) return refuse(`These lines belong to the refrain “${inner.name}” already.`)
  if (passage.made) return refuse(`“${passage.title}” is made from numbers. Make it ordinary text first.`)
  const { from, to } = rangeOf(lines, first, last)
  const ending = endingOf(text)
  const closed = /[\r\n]$/.test(text.slice(from, to)) ? '' : ending
  return {
    ok: true,
    title: `Make “${passage.title}” the refrain “${name}”`,
    edits: [
      { from, to: from, insert: beginRefrain(name) + ending },
      { from: to, to, insert: closed + endRefrain(name) + ending },
    ],
  }
}

/** Inserts a refrain before line `at`, or at the end. */
export function putRefrain({ text, lines }: Rehearsed, refrain: Pick<Refrain, 'name' | 'text'>, at: number): Plan {
  const { name } = refrain
  const standing = refrainsIn(lines)
  if (standing.some(named(name))) return refuse(`“${name}” stands in this script already.`)
  const around = standing.find(({ firstLine, lastLine }) => firstLine < at && at <= lastLine)
  if (around) return refuse(`Line ${at} is within the refrain “${around.name}”. A refrain can’t stand in another.`)
  const [inner] = refrainsIn(read(refrain.text))
  if (inner) return refuse(`Its text has the refrain “${inner.name}” in it. A refrain can’t stand in another.`)
  const ending = endingOf(text)
  const line = lines[at - 1]
  const from = line?.from ?? text.length
  const before = line || text === '' || /[\r\n]$/.test(text) ? '' : ending
  const insert = `${before}${beginRefrain(name)}${ending}${inside(refrain.text, ending)}${endRefrain(name)}${ending}`
  return { ok: true, title: `Put in “${name}”`, edits: [{ from, to: from, insert }] }
}
