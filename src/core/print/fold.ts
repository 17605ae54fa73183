// The course of a print folded: what comes again and again in the same order stands there once, with how often it comes.
import type { WholePrint } from './whole.ts'

type Piece = WholePrint['course'][number]

/** Situations that follow one another, and how often they do so in a row; `printedS` is the printing before each, of the first time. */
export type Fold = {
  pieces: { situation: number; printedS: number }[]
  times: number
  fromLayer: number
  toLayer: number
}

/** No pattern is longer than this: the changes and layers of a few layers. */
const longest = 24

/** How often the `length` pieces from `at` on come in a row. */
function timesInRow(course: readonly Piece[], at: number, length: number): number {
  let times = 1
  for (;;) {
    const from = at + times * length
    if (from + length > course.length) return times
    for (let i = 0; i < length; i++) if (course[from + i]?.situation !== course[at + i]?.situation) return times
    times++
  }
}

/** The pattern from `at` on that takes in most of what follows; of equal ones the shortest. */
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
