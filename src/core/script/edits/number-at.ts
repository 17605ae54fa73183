// Finds the number at the caret.
import { type Line, placeOf, type Word } from '../../gcode/line.ts'

/** The number at an offset, with its line; null if there is none that could become a setting. */
export function numberAt(
  lines: readonly Line[],
  offset: number,
): { line: Line; word: Word & { value: number } } | null {
  const line = lines.findLast(({ from }) => from <= offset)
  for (const word of line?.command?.words ?? []) {
    const { from, to } = placeOf(line as Line, word)
    if (offset >= from && offset <= to && word.value !== null && !word.flaw)
      return { line: line as Line, word: word as Word & { value: number } }
  }
  return null
}
