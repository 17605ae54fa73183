// Finds headings of passages: comments with words.
import { commentOf, type Line } from '../gcode/line.ts'
import { commentedOutCommand } from '../gcode/read.ts'

/** Cache by a line's pieces, which lines with the same text share. */
const headings = new WeakMap<Line['pieces'], string | null>()

/** The text of a heading: a comment with words, decorated or not. Null for commented-out commands and our own marks. */
export function headingOf(line: Line): string | null {
  const known = headings.get(line.pieces)
  if (known !== undefined) return known
  const found = headingIs(line)
  headings.set(line.pieces, found)
  return found
}

function headingIs(line: Line): string | null {
  if (line.kind !== 'comment' || commentedOutCommand(line)) return null
  const words = commentOf(line)
    .replace(/^[^\p{L}\p{N}(]+|[^\p{L}\p{N}).!?]+$/gu, '')
    .trim()
  return /\p{L}/u.test(words) ? words : null
}
