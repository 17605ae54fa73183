// The number that the caret stands on.
import { type Line, placeOf, type Word } from '../../gcode/line.ts'

/** The number at an offset in the text, with its line; null where there is none that could be a setting. */
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
