// Splits text into lines and joins them again. `read` never throws, and `write(read(text))` equals the text.

import type { Command, Key, Line, LineKind, Piece, Word } from './line.ts'
import { cut } from './pieces.ts'

/** Limit in characters. Longer lines are not split into pieces: machines do not accept them. */
export const longestLine = 10_000

/** Common misspellings of the words of a guard. */
export const mistyped =
  /^;\?\s*(?:wehn|whne|wenn|hwen|wen|whem|othewise|otherwize|otherwhise|othrewise|otherwse|ohterwise|otherwies|esle|edn|ned|ends|endfi|enidf)\b/i

/**
 * Our own comments with a meaning: settings, guards, made passages, keep marks, refrains (docs/design.md). Decorated
 * headings such as `;====` are not among them.
 */
const marks = [
  /^;=\s*[A-Za-z_]\w*\s*=/,
  /^;\?\s*(?:when|if|otherwise|else|elif|elsif|elseif|end|endif|endwhen)\b/i,
  mistyped,
  /^;@\s*(?:end\s+)?[a-z][a-z-]*(?:\s|$)/,
  /^;!\s*[^\s!]/,
  /^;&\s*[\p{L}\p{N}]/u,
]

/**
 * Splits a text into lines. Lines end at `
 * `, and a `\r` before it belongs to the line break. A text without any `
 * ` is split at every `\r`.
 * A lone `\r` in a text with `
 * ` stays in its line as a stray character.
 */
export function splitLines(text: string): { raw: string; ending: string }[] {
  const lines: { raw: string; ending: string }[] = []
  const sign = text.includes('\n') ? '\n' : '\r'
  let from = 0
  for (;;) {
    const at = text.indexOf(sign, from)
    if (at < 0) break
    const carriage = sign === '\n' && at > from && text[at - 1] === '\r'
    const end = carriage ? at - 1 : at
    lines.push({ raw: text.slice(from, end), ending: text.slice(end, at + 1) })
    from = at + 1
  }
  if (from < text.length) lines.push({ raw: text.slice(from), ending: '' })
  return lines
}

/** The lines of a text without their line breaks. */
export const rawLines = (text: string): string[] => splitLines(text).map(({ raw }) => raw)

const tooLong = (length: number) =>
  `This line is ${length} characters long; a printer takes about a hundred. It is kept as it is, and not read.`

/** Reads one line's text, without its line break. Never throws. */
export function readLine(raw: string, number = 1, from = 0, ending = ''): Line {
  if (raw.length > longestLine) {
    const pieces: Piece[] = [{ kind: 'stray', text: raw, flaw: 'stray-text' }]
    return {
      number,
      from,
      raw,
      ending,
      kind: 'unreadable',
      pieces,
      command: null,
      more: [],
      reason: tooLong(raw.length),
    }
  }
  const pieces = cut(raw)
  const [command = null, ...more] = commandsOf(pieces)
  let kind: LineKind = 'command'
  let reason: string | null = null
  if (!command) {
    const stray = pieces.find(piece => piece.kind === 'stray' && piece.flaw !== 'odd-space')
    if (stray) {
      kind = 'unreadable'
      reason = whyUnreadable(stray)
    } else if (pieces.some(piece => piece.kind === 'formula')) kind = 'mark'
    else if (pieces.some(piece => piece.kind === 'comment')) {
      const text = raw.trimStart()
      kind = marks.some(mark => mark.test(text)) ? 'mark' : 'comment'
    } else kind = 'blank'
  }
  return { number, from, raw, ending, kind, pieces, command, more, reason }
}

function whyUnreadable(stray: Piece): string {
  if (stray.kind === 'stray' && stray.flaw === 'control-character')
    return 'This line begins with characters that are not text. Is it from a picture or another kind of file?'
  const shown = stray.text.length > 20 ? `${stray.text.slice(0, 20)}…` : stray.text
  return `A line begins with a command such as G1 or M104; “${shown}” is none.`
}

/** Whether a piece starts a second or later command on its line. */
export const startsCommand = (piece: Piece): piece is Word =>
  piece.kind === 'word' && 'GMT'.includes(piece.letter) && piece.value !== null && piece.begins === true

/** The placeholder of `T{next}` as a word; none for a plain name. */
function formulaOfTool(text: string): Word[] {
  const formula = /^[Tt]([@{[].*)$/s.exec(text)?.[1]
  return formula ? [{ kind: 'word', text, letter: 'T', value: null, quoted: null, formula, flaw: null }] : []
}

/**
 * The commands in a line's pieces, in order. Words after the start of a second command belong to the second. `G53`
 * before a move belongs to the move.
 */
function commandsOf(pieces: readonly Piece[]): Command[] {
  const commands: { name: string; words: Word[]; keys: Key[]; message: string | null }[] = []
  for (const piece of pieces) {
    if (piece.kind === 'name')
      commands.push({ name: piece.name, words: formulaOfTool(piece.text), keys: [], message: null })
    const now = commands.at(-1)
    if (!now) continue
    if (piece.kind === 'message') now.message = piece.text.trimEnd()
    else if (piece.kind === 'key') now.keys.push(piece)
    else if (piece.kind === 'word') {
      if (startsCommand(piece)) commands.push({ name: piece.letter + piece.value, words: [], keys: [], message: null })
      else now.words.push(piece)
    }
  }
  const [first, second, ...more] = commands
  return first?.name === 'G53' && first.words.length === 0 && second && /^G[0123]$/.test(second.name)
    ? [{ ...second, machine: true }, ...more]
    : commands
}

/** The parts of a line that follow from its text alone, not from its position. */
type Shape = Pick<Line, 'kind' | 'pieces' | 'command' | 'more' | 'reason'>

/** Cache of lines by their text: between two keystrokes nearly all lines are the same. */
const shapes = new Map<string, Shape>()
const [maxShapes, longestShape, longestText] = [6000, 200, 500_000]

function readAgain(raw: string, number: number, from: number, ending: string): Line {
  const known = shapes.get(raw)
  if (known) {
    const { kind, pieces, command, more, reason } = known
    return { number, from, raw, ending, kind, pieces, command, more, reason }
  }
  const line = readLine(raw, number, from, ending)
  if (raw.length <= longestShape) {
    if (shapes.size >= maxShapes) shapes.clear()
    shapes.set(raw, line)
  }
  return line
}

/** Reads a whole text. Never throws; an unreadable line has a reason. */
export function read(text: string): Line[] {
  const one = text.length > longestText ? readLine : readAgain
  let from = 0
  return splitLines(text).map(({ raw, ending }, index) => {
    const line = one(raw, index + 1, from, ending)
    from += raw.length + ending.length
    return line
  })
}

/** The indentation of a line, in characters. */
export const indentOf = (raw: string): number => raw.search(/[^ \t]|$/)

/** The commands of a text, each with its line and indentation. Never throws. */
export const readIndented = (text: string): { line: number; command: Command; indent: number }[] =>
  read(text).flatMap(({ number, command, more, raw }) =>
    command ? [command, ...more].map(each => ({ line: number, command: each, indent: indentOf(raw) })) : [],
  )

/** Joins lines from their pieces and line breaks; the result is the text they were read from. */
export const write = (lines: readonly Line[]): string =>
  lines.map(line => line.pieces.map(piece => piece.text).join('') + line.ending).join('')

/** `G28`, `M104 S0`, `T1`, or a long name in capitals with an underscore (`BED_MESH_CLEAR`). */
const looksLikeCommand = /^(?:[GMTgmt]\d|[A-Z][A-Z0-9]*_[A-Z0-9_]+(?:\s|$))/

/**
 * The command in a comment (`;M420 S1`), as a line with the same position in the text. Null if the comment is prose:
 * only commands that read cleanly count, so “; G28 comes first” stays prose.
 */
export function commentedOutCommand(line: Line): Line | null {
  if (line.kind !== 'comment') return null
  if (onlyWords.has(line.pieces)) return null
  const known = knownCommentedOut.get(line)
  if (known) return known
  const inner = findCommentedOut(line)
  if (inner === null) onlyWords.add(line.pieces)
  else knownCommentedOut.set(line, inner)
  return inner
}

/** Cache by line: lines never change, and passages, rules and sentences all ask for their commented-out commands. */
const knownCommentedOut = new WeakMap<Line, Line>()
/** Comments without a command, by their pieces. Lines with the same text share their pieces. */
const onlyWords = new WeakSet<Line['pieces']>()

function findCommentedOut(line: Line): Line | null {
  const start = line.raw.search(/[^\s;]/)
  if (start < 0 || !looksLikeCommand.test(line.raw.slice(start))) return null
  const inner = readLine(line.raw.slice(start), line.number, line.from + start, line.ending)
  const clean = inner.pieces.every(
    piece => piece.kind !== 'stray' && !(piece.kind === 'word' && (piece.flaw || bare(piece, inner))),
  )
  return inner.kind === 'command' && clean ? inner : null
}

/** A letter without a number counts as prose unless it names an axis, as in `G28 X Y`. */
const bare = (piece: Piece, line: Line): boolean =>
  piece.kind === 'word' &&
  piece.value === null &&
  piece.formula === null &&
  piece.quoted === null &&
  !(line.command?.name.startsWith('G') && 'XYZEOW'.includes(piece.letter))
