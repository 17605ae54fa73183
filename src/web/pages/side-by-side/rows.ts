// Pairs the lines of two texts in rows: equal, changed word by word, only left, only right.

import { diffArrays, diffWordsWithSpace } from 'diff'
import { rawLines } from '../../../core/gcode/read.ts'

export type Bit = { text: string; changed: boolean }
export type Cell = { number: number; bits: Bit[] }
export type Row = { is: 'same' | 'changed' | 'gone' | 'new'; left: Cell | null; right: Cell | null }

export type Lines = readonly { number: number; text: string }[]

/** Lines first…last of a text, counted from 1; after a final line break there is an empty line. */
export const linesIn = (text: string, first = 1, last = Number.POSITIVE_INFINITY): Lines =>
  [...rawLines(text), ...(/[\r\n]$|^$/.test(text) ? [''] : [])]
    .map((line, i) => ({ number: i + 1, text: line }))
    .filter(({ number }) => number >= first && number <= last)

const bare = (line: string): string => {
  const at = line.indexOf(';')
  return (at < 0 || /^\s*;[=?@&!]/.test(line) ? line : line.slice(0, at)).trim()
}

/** Without blank lines and comments, if they are hidden; our own marks are not comments. */
export const commandsOnly = (lines: Lines): Lines =>
  lines.map(({ number, text }) => ({ number, text: bare(text) })).filter(({ text }) => text !== '')

const whole = (line: Lines[number]): Cell => ({ number: line.number, bits: [{ text: line.text, changed: false }] })

/** Lines that share less than this part of their characters are two different lines; no words in them are compared. */
const leastShared = 0.4

/** The two cells of a changed line, each with the words that differ. */
function changedCells(left: Lines[number], right: Lines[number]): { left: Cell; right: Cell } {
  const parts = diffWordsWithSpace(left.text, right.text)
  const kept = parts
    .filter(({ added, removed }) => !added && !removed)
    .reduce((sum, { value }) => sum + value.trim().length, 0)
  if (kept < leastShared * Math.max(left.text.trim().length, right.text.trim().length))
    return { left: whole(left), right: whole(right) }
  const bits = (side: 'added' | 'removed'): Bit[] =>
    parts
      .filter(part => part[side] || !(part.added || part.removed))
      .map(part => ({ text: part.value, changed: Boolean(part[side]) }))
  return {
    left: { number: left.number, bits: bits('removed') },
    right: { number: right.number, bits: bits('added') },
  }
}

export function rowsFor(left: Lines, right: Lines): Row[] {
  const parts = diffArrays(left as Lines[number][], right as Lines[number][], {
    comparator: (a, b) => a.text.trimEnd() === b.text.trimEnd(),
  })
  const rows: Row[] = []
  let [i, j] = [0, 0]
  for (let at = 0; at < parts.length; at++) {
    const part = parts[at]
    const next = parts[at + 1]
    if (!part) continue
    const count = part.value.length
    if (!part.added && !part.removed) {
      for (let k = 0; k < count; k++)
        rows.push({ is: 'same', left: whole(left[i++] as Lines[number]), right: whole(right[j++] as Lines[number]) })
      continue
    }
    // A removed run next to an added one is paired line by line, as far as both reach.
    const pair = next && part.removed !== next.removed && part.added !== next.added && (next.added || next.removed)
    const gone = part.removed ? count : pair ? (next?.value.length ?? 0) : 0
    const fresh = part.added ? count : pair ? (next?.value.length ?? 0) : 0
    if (pair) at++
    const both = Math.min(gone, fresh)
    for (let k = 0; k < both; k++)
      rows.push({ is: 'changed', ...changedCells(left[i++] as Lines[number], right[j++] as Lines[number]) })
    for (let k = both; k < gone; k++) rows.push({ is: 'gone', left: whole(left[i++] as Lines[number]), right: null })
    for (let k = both; k < fresh; k++) rows.push({ is: 'new', left: null, right: whole(right[j++] as Lines[number]) })
  }
  return rows
}
