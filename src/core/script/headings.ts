// What heads a passage: a comment with words in it.
import { commentOf, type Line } from '../gcode/line.ts'
import { sleeping } from '../gcode/read.ts'

/** By a line's pieces, which lines of the same text share. */
const headings = new WeakMap<Line['pieces'], string | null>()

/** A comment line that heads what follows: words, maybe decorated. Sleeping commands and our own marks are none. */
export function headingOf(line: Line): string | null {
  const known = headings.get(line.pieces)
  if (known !== undefined) return known
  const found = headingIs(line)
  headings.set(line.pieces, found)
  return found
}

function headingIs(line: Line): string | null {
  if (line.kind !== 'comment' || sleeping(line)) return null
  const words = commentOf(line)
    .replace(/^[^\p{L}\p{N}(]+|[^\p{L}\p{N}).!?]+$/gu, '')
    .trim()
  return /\p{L}/u.test(words) ? words : null
}
