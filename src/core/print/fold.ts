// Folds the course of a print: a sequence that repeats appears once, with its number of repetitions.
import type { WholePrint } from './whole.ts'

type Piece = WholePrint['course'][number]

/**
 * Consecutive situations, with the number of repetitions; `printedS` is the printing before each, of the first
 * repetition.
 */
export type Fold = {
  pieces: { situation: number; printedS: number }[]
  times: number
  fromLayer: number
  toLayer: number
}

/** Limit for the length of a repeated sequence. */
const longest = 24

/** How often the `length` pieces from `at` repeat consecutively. */
function timesInRow(course: readonly Piece[], at: number, length: number): number {
  let times = 1
  for (;;) {
    const from = at + times * length
    if (from + length > course.length) return times
    for (let i = 0; i < length; i++) if (course[from + i]?.situation !== course[at + i]?.situation) return times
    times++
  }
}

/** The sequence from `at` that covers most of what follows; of equal ones the shortest. */
export function fold(course: readonly Piece[]): Fold[] {
  const folds: Fold[] = []
  let at = 0
  while (at < course.length) {
    let [length, times] = [1, 1]
    for (let tried = 1; tried <= longest && at + tried <= course.length; tried++) {
      const found = timesInRow(course, at, tried)
      if (found > 1 && found * tried > times * length) [length, times] = [tried, found]
    }
    const pieces = course.slice(at, at + length)
    folds.push({
      pieces: pieces.map(({ situation, printedS }) => ({ situation, printedS })),
      times,
      fromLayer: pieces[0]?.layer ?? 1,
      toLayer: course[at + length * times - 1]?.layer ?? 1,
    })
    at += length * times
  }
  return folds
}
