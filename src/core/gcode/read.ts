// Text to lines and back, without losing a character: read never throws, and write(read(text)) is the text.

import type { Command, Line, LineKind, Piece } from './line.ts'
import { cut } from './pieces.ts'

/** Longer lines are not taken apart: no machine takes them, and nobody wrote them. */
export const longestLine = 10_000

/** Our own comments that mean something: settings, guards, made passages, keep marks, refrains (design.md). Decorated headings are not among them. */
const marks = [
  /^;=\s*[A-Za-z_]\w*\s*=/,
  /^;\?\s*(?:when|otherwise|end)\b/,
  /^;@\s*(?:end\s+)?[a-z][a-z-]*(?:\s|$)/,
  /^;!\s*[^\s!]/,
  /^;&\s*[\p{L}\p{N}]/u,
]

/**
 * How a text ends its lines: at every `\n`, a `\r` before it belonging to the ending; a text without any `\n` at every `\r`.
 * A lone `\r` in a text that has `\n` is a stray character of its line.
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

const tooLong = (length: number) =>
  `This line is ${length} characters long; a printer takes about a hundred. It is kept as it is, and not read.`

/** Reads one line's text (without its ending). Never throws. */
export function readLine(raw: string, number = 1, from = 0, ending = ''): Line {
  if (raw.length > longestLine) {
    const pieces: Piece[] = [{ kind: 'stray', text: raw, flaw: 'stray-text' }]
    return { number, from, raw, ending, kind: 'unreadable', pieces, command: null, reason: tooLong(raw.length) }
  }
  const pieces = cut(raw)
  const command = commandOf(pieces)
  let kind: LineKind = 'command'
  let reason: string | null = null
  if (!command) {
    const stray = pieces.find(piece => piece.kind === 'stray' && piece.flaw !== 'odd-space')
    if (stray) {
      kind = 'unreadable'
      reason = whyUnreadable(stray)
    } else if (pieces.some(piece => piece.kind === 'comment')) {
      const text = raw.trimStart()
      kind = marks.some(mark => mark.test(text)) ? 'mark' : 'comment'
    } else kind = 'blank'
  }
  return { number, from, raw, ending, kind, pieces, command, reason }
}

function whyUnreadable(stray: Piece): string {
  if (stray.kind === 'stray' && stray.flaw === 'control-character')
    return 'This line begins with characters that are not text. Is it from a picture or another kind of file?'
  const shown = stray.text.length > 20 ? `${stray.text.slice(0, 20)}…` : stray.text
  return `A line begins with a command such as G1 or M104; “${shown}” is none.`
}

/** The command in a line's pieces. A second command on the same line ends it: its words are not the first one's. */
function commandOf(pieces: readonly Piece[]): Command | null {
  let name: string | null = null
  let message: string | null = null
  const words: Command['words'][number][] = []
  const keys: Command['keys'][number][] = []
  for (const piece of pieces) {
    if (piece.kind === 'name') name = piece.name
    else if (piece.kind === 'message') message = piece.text.trimEnd()
    else if (piece.kind === 'key') keys.push(piece)
    else if (piece.kind === 'word') {
      if (startsCommand(piece)) break
      words.push(piece)
    }
  }
  return name === null ? null : { name, words, keys, message }
}

/** Whether a word within a line is a command of its own that has been run together with the one before it. */
export const startsCommand = (piece: Piece): boolean =>
  piece.kind === 'word' && (piece.letter === 'G' || piece.letter === 'M') && piece.value !== null

/** Reads a whole text. Never throws; a line that can't be read says why. */
export function read(text: string): Line[] {
  let from = 0
  return splitLines(text).map(({ raw, ending }, index) => {
    const line = readLine(raw, index + 1, from, ending)
    from += raw.length + ending.length
    return line
  })
}

/** How far from the left a line begins, in characters. */
export const indentOf = (raw: string): number => raw.search(/[^ \t]|$/)

/** The commands of a text, each with its line and how far right it stands. Never throws. */
export const readIndented = (text: string): { line: number; command: Command; indent: number }[] =>
  read(text).flatMap(({ number, command, raw }) => (command ? [{ line: number, command, indent: indentOf(raw) }] : []))

/** Joins lines from their pieces and endings: exactly the text they were read from. */
export const write = (lines: readonly Line[]): string =>
  lines.map(line => line.pieces.map(piece => piece.text).join('') + line.ending).join('')

/** `G28`, `M104 S0`, `T1`, or a long name in capitals with an underscore (`BED_MESH_CLEAR`). */
const looksLikeCommand = /^(?:[GMTgmt]\d|[A-Z][A-Z0-9]*_[A-Z0-9_]+(?:\s|$))/

/**
 * The command that a comment puts to sleep (`;M420 S1`), as a line of its own at its place in the text; null when the
 * comment is prose. Only commands that read cleanly count, so “; G28 finds zero” stays prose.
 */
export function sleeping(line: Line): Line | null {
  if (line.kind !== 'comment') return null
  let inner = knownSleepers.get(line)
  if (inner === undefined) {
    inner = findSleeping(line)
    knownSleepers.set(line, inner)
  }
  return inner
}

/** Lines never change, and passages, rules and sentences all ask the same of them. */
const knownSleepers = new WeakMap<Line, Line | null>()

function findSleeping(line: Line): Line | null {
  const start = line.raw.search(/[^\s;]/)
  if (start < 0 || !looksLikeCommand.test(line.raw.slice(start))) return null
  const inner = readLine(line.raw.slice(start), line.number, line.from + start, line.ending)
  const clean = inner.pieces.every(
    piece => piece.kind !== 'stray' && !(piece.kind === 'word' && (piece.flaw || bare(piece, inner))),
  )
  return inner.kind === 'command' && clean ? inner : null
}

/** A letter without a number reads as prose unless it names an axis, as in `G28 X Y`. */
const bare = (piece: Piece, line: Line): boolean =>
  piece.kind === 'word' &&
  piece.value === null &&
  piece.formula === null &&
  piece.quoted === null &&
  !(line.command?.name.startsWith('G') && 'XYZEOW'.includes(piece.letter))
