// Finds guard lines without a partner.
import { guardLine } from '../formula/marks.ts'

/**
 * Guard lines without effect, by line number from 1, with the reason: a `when` without `end` and its `otherwise` lines,
 * or an `otherwise` or `end` without `when`.
 */
export function halfGuards(raws: Iterable<string>): ReadonlyMap<number, string> {
  const half = new Map<number, string>()
  /** The lines of each open guard. */
  const open: number[][] = []
  let number = 0
  for (const raw of raws) {
    number++
    const guard = guardLine(raw)
    if (guard?.kind === 'when') open.push([number])
    else if (guard && open.length === 0) half.set(number, noWhen)
    else if (guard?.kind === 'otherwise') open.at(-1)?.push(number)
    else if (guard) open.pop()
  }
  for (const [when, ...others] of open) {
    if (when !== undefined) half.set(when, noEnd)
    for (const other of others) half.set(other, halfWhen)
  }
  return half
}

export const noGuard =
  'This seems to be a guard and is none: behind “;?” stands “when” with a condition, “otherwise” or “end”.'
const noWhen = 'There is no “;? when” above that this line belongs to. It does nothing.'
const noEnd = 'This guard has no “;? end”. Its lines run as if it were not there.'
const halfWhen = 'The guard that this line belongs to has no “;? end”. Its lines run as if it were not there.'
