// Finds the known name that a misspelled name most likely stands for.

/** Names with fewer letters have no near miss: `T1` and `T2` are both meant. */
const minLetters = 4

/** Limit for the length of a compared name. */
const maxLetters = 60

/**
 * Returns the known name that differs from `name` by one slip: a letter added, left out or replaced, or two neighbours
 * swapped. Names of 9 letters or more may have two slips. Null if there is none, or if several are equally near.
 *
 * @example nearMiss('PRUGE_FRONT', ['PURGE_FRONT', 'PURGE_BACK']) // 'PURGE_FRONT'
 */
export function nearMiss(name: string, known: Iterable<string>): string | null {
  if (name.length < minLetters || name.length > maxLetters) return null
  let best: string | null = null
  let least = name.length < 9 ? 1 : 2
  let alone = true
  for (const other of known) {
    // Numbers are part of what is meant: `PARK_1` is no slip for `PARK_2`.
    if (Math.abs(other.length - name.length) > least || digits(other) !== digits(name)) continue
    const slips = slipsBetween(name, other)
    if (slips > least || slips === 0 || other === best) continue
    alone = best === null || slips < least
    best = other
    least = slips
  }
  return alone ? best : null
}

const digits = (name: string): string => name.replace(/\D/g, '')

/** The number of slips that turn one name into the other (edit distance with swaps of neighbours). */
function slipsBetween(one: string, other: string): number {
  let [beforeLast, last]: [number[], number[]] = [[], Array.from({ length: other.length + 1 }, (_, j) => j)]
  for (let i = 1; i <= one.length; i++) {
    const row = [i]
    for (let j = 1; j <= other.length; j++) {
      const same = one[i - 1] === other[j - 1]
      const swapped = i > 1 && j > 1 && one[i - 1] === other[j - 2] && one[i - 2] === other[j - 1]
      const steps = [(last[j] ?? 0) + 1, (row[j - 1] ?? 0) + 1, (last[j - 1] ?? 0) + (same ? 0 : 1)]
      if (swapped) steps.push((beforeLast[j - 2] ?? 0) + 1)
      row.push(Math.min(...steps))
    }
    beforeLast = last
    last = row
  }
  return last[other.length] ?? 0
}
