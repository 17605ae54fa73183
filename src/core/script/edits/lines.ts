// Small edits that fixes and tools are made of: whole lines put in, words replaced, sleeping lines woken.
import { type Command, type Line, type Piece, placeOf, type Word, wordOf } from '../../gcode/line.ts'
import { startsCommand } from '../../gcode/read.ts'
import type { Edit } from '../../model/script.ts'

/** How the script ends its lines where it must be guessed: as its first line does. */
const endingOf = (lines: readonly Line[]): string => lines.find(line => line.ending)?.ending ?? '\n'

/** Several lines in one text end as the script's own do. */
const endedAs = (text: string, lines: readonly Line[]): string => text.replaceAll('\n', endingOf(lines))

export function insertBefore(lines: readonly Line[], number: number, text: string): Edit {
  const from = lines[number - 1]?.from ?? 0
  return { from, to: from, insert: endedAs(text, lines) + endingOf(lines) }
}

/** Puts a line after the given one; after the last line of a script without a final line ending, too. */
export function insertAfter(lines: readonly Line[], number: number, text: string): Edit {
  const line = lines[number - 1]
  const ended = endedAs(text, lines)
  if (!line) return { from: 0, to: 0, insert: ended + endingOf(lines) }
  const end = line.from + line.raw.length
  return line.ending
    ? { from: end + line.ending.length, to: end + line.ending.length, insert: ended + line.ending }
    : { from: end, to: end, insert: endingOf(lines) + ended }
}

/** Puts a commented-out command back; `inner` is what `sleeping` gave for the line. */
export const wake = (line: Line, inner: Line): Edit => ({
  from: line.from + line.raw.search(/;/),
  to: inner.from,
  insert: '',
})

export const replacePiece = (line: Line, piece: Piece, insert: string): Edit => ({ ...placeOf(line, piece), insert })

/** The word with this letter as the script has it, which may be a formula where the command that ran has a number. */
export const sourceWord = (line: Line, letter: string): Word | undefined =>
  line.command ? wordOf(line.command, letter) : undefined

/** The piece that names a command: where several stand on a line, its own. */
export function nameOf({ line, command }: { line: Line; command: Command }): Piece | undefined {
  // What says that places are the machine's own stands before the name.
  const which = [line.command, ...line.more].indexOf(command) + (line.command?.machine ? 1 : 0)
  return line.pieces.filter(piece => piece.kind === 'name' || startsCommand(piece))[which]
}

/** How many blanks stand in a line right before a place in the text. */
export function blanksBefore({ raw, from }: Line, at: number): number {
  let first = at - from
  while (raw[first - 1] === ' ' || raw[first - 1] === '\t') first--
  return at - from - first
}

/** The refusal for a word that has no number which a tool could change. */
export const notANumber = (line: Line, word: Word): string =>
  word.formula
    ? `Line ${line.number}: ${word.text} is worked out from other numbers. Change those, or write a number there.`
    : `Line ${line.number}: ${word.text} is not a number that can be changed.`

/** The number of the last line that has anything but blanks in it; 0 for an empty script. */
export const lastUsedLine = (lines: readonly Line[]): number =>
  lines.findLast(line => line.kind !== 'blank')?.number ?? 0

/** Puts text behind the last word of a command, before any comment and any further command. */
export function afterLastWord({ line, command }: { line: Line; command: Command }, insert: string): Edit {
  const last =
    line.pieces.findLast(piece => piece.kind === 'word' && command.words.includes(piece)) ?? nameOf({ line, command })
  const end = last ? placeOf(line, last).to : line.from + line.raw.length
  return { from: end, to: end, insert }
}
