// Finds commands that a bad paste left inside a comment: of `G28 ; home G29 ; probe M109 S205` on one line only the
// first command runs.
import { families } from '../../firmware/families.ts'
import { specNamed } from '../../firmware/spec.ts'
import { type Line, type Piece, placeOf } from '../../gcode/line.ts'
import { readLine } from '../../gcode/read.ts'
import type { Edit } from '../../model/script.ts'
import { blanksBefore } from './lines.ts'

/** A command in a comment: its range in the comment's text, and whether it surely is one. */
type Found = { from: number; to: number; name: string; sure: boolean }

/** A name and letters with numbers after it, in capitals as in scripts, including line number and checksum. */
const shape =
  /(?<![\w.-])(?:N\d{1,6}[ \t]*)?([GMT]\d{1,4}(?:\.\d+)?)((?:[ \t]+[A-FH-LN-Z](?:[+-]?(?:\d+(?:\.\d*)?|\.\d+)|"[^"]*")?(?![a-z\w]))*(?:[ \t]*\*\d{1,3}(?!\d))?)/g

const mayName = /[GMT]\d/

const isKnown = (name: string): boolean => Object.values(families).some(family => specNamed(family, name) !== undefined)

const hasNumber = (words: string): boolean => /[A-Z][+-]?[\d.]/.test(words)

/**
 * The commands in a comment's text. A command is certain if letters with numbers follow it and then the end of the
 * comment, a semicolon or a further command; or if it stands alone and a semicolon or a further command follows. People
 * do not write about commands that way.
 */
function commandsIn(text: string): Found[] {
  const all = [...text.matchAll(shape)]
    .map(found => ({
      from: found.index,
      to: found.index + found[0].length,
      name: found[1] as string,
      words: found[2] as string,
    }))
    .filter(({ name }) => isKnown(name))
  return all.map(({ from, to, name, words }, i) => {
    const rest = text.slice(to)
    const next = all[i + 1]
    const parted = /^\s*;/.test(rest)
    const joined = next !== undefined && /^\s*$/.test(text.slice(to, next.from))
    // A few words before a further command with letters: the original comment.
    const noted = next !== undefined && hasNumber(words) && !/[.,]/.test(text.slice(to, next.from))
    const ends = /^\s*$/.test(rest) && hasNumber(words)
    return { from, to, name, sure: parted || joined || noted || ends }
  })
}

const bodyOf = (piece: Piece): { text: string; at: number } => {
  const at = piece.text.startsWith('(') ? 1 : (/^;+/.exec(piece.text)?.[0].length ?? 0)
  return { text: piece.text.slice(at, piece.text.startsWith('(') && piece.text.endsWith(')') ? -1 : undefined), at }
}

/** The commands in a line's comment that were meant to run; empty if the comment only mentions one. */
export function hiddenCommands(line: Line): { piece: Piece; commands: Found[] } | null {
  if (line.kind !== 'command' && line.kind !== 'comment') return null
  for (const piece of line.pieces) {
    if (piece.kind !== 'comment') continue
    if (!mayName.test(piece.text)) continue
    const found = commandsIn(bodyOf(piece).text)
    const sure = found.filter(each => each.sure)
    // A comment that is a single command was commented out on purpose.
    const first = sure[0]
    const commentedOut = line.kind === 'comment' && found[0] && /^\s*$/.test(bodyOf(piece).text.slice(0, found[0].from))
    const enough = commentedOut ? found.length > 2 && sure.length > 1 : sure.length > 0
    const alone = line.kind === 'comment' && !commentedOut && sure.length < 2
    if (!first || !enough || alone) continue
    // Commands between certain ones were meant to run, too.
    return { piece, commands: found.filter(each => each.sure || each.from > first.from) }
  }
  return null
}

/** Puts each command of a comment on its own line, followed by its part of the comment. */
export function partComment(line: Line, ending: string): Edit[] {
  const hidden = hiddenCommands(line)
  if (!hidden) return []
  const { piece, commands } = hidden
  const { text } = bodyOf(piece)
  const clean = (words: string) => words.replace(/^[\s;]+|[\s;]+$/g, '')
  const commented = (words: string) => (clean(words) ? ` ; ${clean(words)}` : '')
  const head = clean(text.slice(0, commands[0]?.from))
  const lines = commands.map(
    ({ from, to }, i) => text.slice(from, to).trim() + commented(text.slice(to, commands[i + 1]?.from)),
  )
  const { from, to } = placeOf(line, piece)
  const gap = blanksBefore(line, from)
  const first = head ? (line.command ? ` ; ${head}` : `; ${head}`) : ''
  const start = from - gap
  return [{ from: start, to, insert: [first, ...lines].join(ending).replace(line.command || first ? '' : ending, '') }]
}

/** Whether the split line reads correctly: every command on its own line, and none lost. */
export const partsCleanly = (line: Line, ending: string): boolean =>
  partComment(line, ending).every(({ insert }) =>
    insert.split(ending).every(each => readLine(each).kind !== 'unreadable'),
  )
