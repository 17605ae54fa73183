// Small edits for fixes and tools: insert lines, replace words, put commented-out lines back.
import { type Command, type Line, type Piece, placeOf, type Word, wordOf } from '../../gcode/line.ts'
import { startsCommand } from '../../gcode/read.ts'
import type { Edit } from '../../model/script.ts'

/** The script's line break, taken from its first line. */
const endingOf = (lines: readonly Line[]): string => lines.find(line => line.ending)?.ending ?? '\n'

/** Gives a text of several lines the script's line breaks. */
const endedAs = (text: string, lines: readonly Line[]): string => text.replaceAll('\n', endingOf(lines))

export function insertBefore(lines: readonly Line[], number: number, text: string): Edit {
  const from = lines[number - 1]?.from ?? 0
  return { from, to: from, insert: endedAs(text, lines) + endingOf(lines) }
}

/** Inserts a line after a given one, also after the last line of a script without a final line break. */
export function insertAfter(lines: readonly Line[], number: number, text: string): Edit {
  const line = lines[number - 1]
  const ended = endedAs(text, lines)
  if (!line) return { from: 0, to: 0, insert: ended + endingOf(lines) }
  const end = line.from + line.raw.length
  return line.ending
    ? { from: end + line.ending.length, to: end + line.ending.length, insert: ended + line.ending }
    : { from: end, to: end, insert: endingOf(lines) + ended }
}

/** Puts a commented-out command back; `inner` is the result of `sleeping` for the line. */
export const wake = (line: Line, inner: Line): Edit => ({
  from: line.from + line.raw.search(/;/),
  to: inner.from,
  insert: '',
})

export const replacePiece = (line: Line, piece: Piece, insert: string): Edit => ({ ...placeOf(line, piece), insert })

/** The word with this letter in the script's text. It may be a formula where the command that ran has a number. */
export const sourceWord = (line: Line, letter: string): Word | undefined =>
  line.command ? wordOf(line.command, letter) : undefined

/** The piece with a command's name, if several commands are on the line. */
export function nameOf({ line, command }: { line: Line; command: Command }): Piece | undefined {
  // `G53` stands before the name.
  const which = [line.command, ...line.more].indexOf(command) + (line.command?.machine ? 1 : 0)
  return line.pieces.filter(piece => piece.kind === 'name' || startsCommand(piece))[which]
}

/** The number of blanks before an offset in a line. */
export function blanksBefore({ raw, from }: Line, at: number): number {
  let first = at - from
  while (raw[first - 1] === ' ' || raw[first - 1] === '\t') first--
  return at - from - first
}

/** The refusal for a word without a number that a tool could change. */
export const notANumber = (line: Line, word: Word): string =>
  word.formula
    ? `Line ${line.number}: ${word.text} is worked out from other numbers. Change those, or write a number there.`
    : `Line ${line.number}: ${word.text} is not a number that can be changed.`

/** The number of the last line that is not blank; 0 for an empty script. */
export const lastUsedLine = (lines: readonly Line[]): number =>
  lines.findLast(line => line.kind !== 'blank')?.number ?? 0

/** Inserts text after the last word of a command, before a comment or a further command. */
export function afterLastWord({ line, command }: { line: Line; command: Command }, insert: string): Edit {
  const last =
    line.pieces.findLast(piece => piece.kind === 'word' && command.words.includes(piece)) ?? nameOf({ line, command })
  const end = last ? placeOf(line, last).to : line.from + line.raw.length
  return { from: end, to: end, insert }
}
