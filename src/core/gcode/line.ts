// A script line after reading: pieces whose texts joined are the line, and the commands in it.
import { machineNumber } from './number.ts'

/** What is wrong with a piece, for the rules that report it. */
export type Flaw =
  | 'missing-number'
  | 'not-a-number'
  | 'decimal-comma'
  | 'exponent'
  | 'odd-space'
  | 'odd-character'
  | 'control-character'
  | 'stray-text'
  | 'unclosed-comment'

export type Word = {
  kind: 'word'
  text: string
  /** Always upper case. */
  letter: string
  /** The number as written; null if there is none that a machine accepts. */
  value: number | null
  /** A quoted text (`P"file"`), without its quotes. */
  quoted: string | null
  /** A value or expression in place of a number: `@bed`, `@(bed + 5)`, `{word}`, `[word]`. */
  formula: string | null
  flaw: Flaw | null
  /** True for a word that looks like the start of a second command on the same line, as `M104` in `G28 M104 S200`. */
  begins?: true
}

export type Key = { kind: 'key'; text: string; key: string; value: string }

export type Piece =
  | { kind: 'space'; text: string }
  | { kind: 'line-number'; text: string; number: number }
  | { kind: 'name'; text: string; name: string }
  | Word
  | Key
  | { kind: 'message'; text: string }
  | { kind: 'comment'; text: string; flaw: Flaw | null }
  | { kind: 'checksum'; text: string; given: number; right: boolean }
  /** A slicer's placeholder or branch that stands by itself on the line. */
  | { kind: 'formula'; text: string }
  | { kind: 'stray'; text: string; flaw: Flaw }

/** One command: its name in upper case without leading zeros (`G1`, `BED_MESH_CLEAR`), and its words. */
export type Command = {
  name: string
  words: readonly Word[]
  keys: readonly Key[]
  message: string | null
  /** Set after `G53`: the coordinates are machine coordinates. */
  machine?: true
}

export type LineKind = 'blank' | 'comment' | 'mark' | 'command' | 'unreadable'

export type Line = {
  /** Counts from 1. */
  number: number
  /** Where the line starts in the whole text, in UTF-16 units. */
  from: number
  /** The line without its ending. */
  raw: string
  ending: string
  kind: LineKind
  pieces: readonly Piece[]
  command: Command | null
  /** The second and later commands on the same line. */
  more: readonly Command[]
  /** Why the line is unreadable; null for readable lines. */
  reason: string | null
}

/** The first word with this letter, because machines use the first. Undefined if there is none. */
export function wordOf({ words }: Command, letter: string): Word | undefined {
  for (const word of words) if (word.letter === letter) return word
  return undefined
}

function keyOf({ keys }: Command, wanted: string): Key | undefined {
  for (const key of keys) if (key.key === wanted) return key
  return undefined
}

/** The number after a letter or key; null if the letter is absent or has no number. */
export function numberOf(command: Command, letter: string): number | null {
  const word = wordOf(command, letter)
  if (word) return word.value
  const key = command.keys.length ? keyOf(command, letter)?.value.trim() : ''
  return key ? machineNumber(key) : null
}

const listedNumbers = (text: string, sign: RegExp | ':'): number[] =>
  text.split(sign).flatMap(each => machineNumber(each) ?? [])

/** All numbers after a letter: two for `E0.3:0.7`, one for `X20`, none if the letter is absent. */
export function numbersOf(command: Command, letter: string): number[] {
  const word = wordOf(command, letter)
  if (!word) {
    const text = textOf(command, letter)?.trim()
    return text ? listedNumbers(text, /[,:]/) : []
  }
  if (word.value === null) return []
  return word.text.includes(':') ? listedNumbers(word.text.slice(1), ':') : [word.value]
}

/** Writes a command as text, with the current values of its words. */
export const textOfCommand = ({ name, words, keys, message, machine }: Command): string =>
  [
    ...(machine ? ['G53'] : []),
    name,
    ...words.map(({ letter, value, quoted, text }) =>
      quoted !== null ? `${letter}"${quoted}"` : value !== null ? letter + Number(value.toFixed(6)) : text.trim(),
    ),
    ...keys.map(({ text }) => text.trim()),
    ...(message === null ? [] : [message.trim()]),
  ].join(' ')

/** The text after a letter or key: the quoted text, or a key's value. Null if there is none. */
export const textOf = (command: Command, letter: string): string | null =>
  wordOf(command, letter)?.quoted ?? keyOf(command, letter)?.value ?? null

export const hasLetter = (command: Command, letter: string): boolean =>
  wordOf(command, letter) !== undefined || keyOf(command, letter) !== undefined

/** The text of all comments on a line, without comment characters and outer spaces. */
export function commentOf(line: Line): string {
  return line.pieces
    .filter(piece => piece.kind === 'comment')
    .map(piece => (piece.text.startsWith(';') ? piece.text.slice(1) : piece.text.replace(/^\(|\)$/g, '')).trim())
    .join(' ')
}

/** The letter or key that a piece assigns; empty for other pieces. */
export const letterOf = (piece: Piece): string =>
  piece.kind === 'word' ? piece.letter : piece.kind === 'key' ? piece.key : ''

/** The offsets of a piece in the whole text. */
export function placeOf(line: Line, piece: Piece): { from: number; to: number } {
  let from = line.from
  for (const each of line.pieces) {
    if (each === piece) break
    from += each.text.length
  }
  return { from, to: from + piece.text.length }
}
