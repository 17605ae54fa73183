// What a line of a script is once read: pieces that together are its text to the last character, and the command in them.
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
  /** Upper case, whatever the text has. */
  letter: string
  /** The number as written, or null when there is none that a machine could take. */
  value: number | null
  /** A quoted text (`P"file"`), without its quotes. */
  quoted: string | null
  /** What stands in place of a number and is worked out elsewhere: `@bed`, `@(bed + 5)`, `{word}`, `[word]`. */
  formula: string | null
  flaw: Flaw | null
  /** Looks like a command of its own that has been run together with the one before it. */
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
  /** A value or a branch of another program that stands by itself. */
  | { kind: 'formula'; text: string }
  | { kind: 'stray'; text: string; flaw: Flaw }

/** One command as the machine takes it: its name in upper case without leading zeros (`G1`, `BED_MESH_CLEAR`), and what follows. */
export type Command = {
  name: string
  words: readonly Word[]
  keys: readonly Key[]
  message: string | null
  /** Its places are the machine's own, as `G53` in front of it says. */
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
  /** Further commands that stand behind the first on the same line. */
  more: readonly Command[]
  /** Why an unreadable line can't be read; null otherwise. */
  reason: string | null
}

/** The first word with this letter, as machines take it; undefined when there is none. */
export function wordOf({ words }: Command, letter: string): Word | undefined {
  for (const word of words) if (word.letter === letter) return word
  return undefined
}

function keyOf({ keys }: Command, wanted: string): Key | undefined {
  for (const key of keys) if (key.key === wanted) return key
  return undefined
}

/** The number after a letter or key, or null when it is absent or has no number. */
export function numberOf(command: Command, letter: string): number | null {
  const word = wordOf(command, letter)
  if (word) return word.value
  const key = command.keys.length ? keyOf(command, letter)?.value.trim() : ''
  return key ? machineNumber(key) : null
}

const listedNumbers = (text: string, sign: RegExp | ':'): number[] =>
  text.split(sign).flatMap(each => machineNumber(each) ?? [])

/** All numbers after a letter: of `E0.3:0.7` both, of `X20` one; empty when there is none. */
export function numbersOf(command: Command, letter: string): number[] {
  const word = wordOf(command, letter)
  if (!word) {
    const text = textOf(command, letter)?.trim()
    return text ? listedNumbers(text, /[,:]/) : []
  }
  if (word.value === null) return []
  return word.text.includes(':') ? listedNumbers(word.text.slice(1), ':') : [word.value]
}

/** A command written out, with what stands in its words now. */
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

/** The text after a letter or key: what stands in quotes, or a key's value; null when there is none. */
export const textOf = (command: Command, letter: string): string | null =>
  wordOf(command, letter)?.quoted ?? keyOf(command, letter)?.value ?? null

export const hasLetter = (command: Command, letter: string): boolean =>
  wordOf(command, letter) !== undefined || keyOf(command, letter) !== undefined

/** The text of all comments on a line, without their signs and outer spaces. */
export function commentOf(line: Line): string {
  return line.pieces
    .filter(piece => piece.kind === 'comment')
    .map(piece => (piece.text.startsWith(';') ? piece.text.slice(1) : piece.text.replace(/^\(|\)$/g, '')).trim())
    .join(' ')
}

/** The letter or key that a piece gives something to; empty for any other piece. */
export const letterOf = (piece: Piece): string =>
  piece.kind === 'word' ? piece.letter : piece.kind === 'key' ? piece.key : ''

/** Where a piece stands in the whole text. */
export function placeOf(line: Line, piece: Piece): { from: number; to: number } {
  let from = line.from
  for (const each of line.pieces) {
    if (each === piece) break
    from += each.text.length
  }
  return { from, to: from + piece.text.length }
}
