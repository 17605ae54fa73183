// Commands that a bad paste has left inside a comment: `G28 ; home G29 ; probe M109 S205` on one line runs its first command only.
import { families } from '../../firmware/families.ts'
import { specNamed } from '../../firmware/spec.ts'
import { type Line, type Piece, placeOf } from '../../gcode/line.ts'
import { readLine } from '../../gcode/read.ts'
import type { Edit } from '../../model/script.ts'
import { blanksBefore } from './lines.ts'

/** A command in a comment: where it begins and ends in the comment's text, and whether it surely is one. */
type Found = { from: number; to: number; name: string; sure: boolean }

/** A name and the letters with numbers behind it, each in capitals as scripts have them; its line's number and sum go with it. */
const shape =
  /(?<![\w.-])(?:N\d{1,6}[ \t]*)?([GMT]\d{1,4}(?:\.\d+)?)((?:[ \t]+[A-FH-LN-Z](?:[+-]?(?:\d+(?:\.\d*)?|\.\d+)|"[^"]*")?(?![a-z\w]))*(?:[ \t]*\*\d{1,3}(?!\d))?)/g

const mayName = /[GMT]\d/

const isKnown = (name: string): boolean => Object.values(families).some(family => specNamed(family, name) !== undefined)

const hasNumber = (words: string): boolean => /[A-Z][+-]?[\d.]/.test(words)

/**
 * The commands in a comment's text. One is sure where letters with numbers follow it and then the comment's end, a semicolon or
 * another command; or where it stands alone and a semicolon or another command follows: so people don't write about commands.
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
    // A few words and then another command with letters: what stood behind the semicolon before the paste.
    const noted = next !== undefined && hasNumber(words) && !/[.,]/.test(text.slice(to, next.from))
    const ends = /^\s*$/.test(rest) && hasNumber(words)
    return { from, to, name, sure: parted || joined || noted || ends }
  })
}

const bodyOf = (piece: Piece): { text: string; at: number } => {
  const at = piece.text.startsWith('(') ? 1 : (/^;+/.exec(piece.text)?.[0].length ?? 0)
  return { text: piece.text.slice(at, piece.text.startsWith('(') && piece.text.endsWith(')') ? -1 : undefined), at }
}

/** What a line's comment hides: the commands in it that were meant to run; empty where a comment merely mentions one. */
export function hiddenCommands(line: Line): { piece: Piece; commands: Found[] } | null {
  if (line.kind !== 'command' && line.kind !== 'comment') return null
  for (const piece of line.pieces) {
    if (piece.kind !== 'comment') continue
    if (!mayName.test(piece.text)) continue
    const found = commandsIn(bodyOf(piece).text)
    const sure = found.filter(each => each.sure)
    // One that is commented out by itself was meant to be.
    const first = sure[0]
    const commentedOut = line.kind === 'comment' && found[0] && /^\s*$/.test(bodyOf(piece).text.slice(0, found[0].from))
    const enough = commentedOut ? found.length > 2 && sure.length > 1 : sure.length > 0
    const alone = line.kind === 'comment' && !commentedOut && sure.length < 2
    if (!first || !enough || alone) continue
    // Whatever stands between sure ones was meant alike.
    return { piece, commands: found.filter(each => each.sure || each.from > first.from) }
  }
  return null
}

/** Puts each command of a comment on a line of its own, what stood behind it as its comment. */
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

/** Whether the parted line reads as it should: every command on its own line, and none lost. */
export const partsCleanly = (line: Line, ending: string): boolean =>
  partComment(line, ending).every(({ insert }) =>
    insert.split(ending).every(each => readLine(each).kind !== 'unreadable'),
  )
