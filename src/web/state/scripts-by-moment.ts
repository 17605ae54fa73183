// Chooses the scripts of a whole print: for each moment the one saved last, or the person's choice.

import { Moment } from '../../core/model/moment.ts'
import type { ScriptHead } from '../../core/model/stored.ts'

export type Picked = Partial<Record<Moment, number | null>>

/** A moment with its scripts, newest first, and the chosen one; null for none. */
export type MomentScripts = { moment: Moment; heads: ScriptHead[]; taken: ScriptHead | null }

export function scriptsByMoment(heads: readonly ScriptHead[], picked: Picked): MomentScripts[] {
  return Moment.options.flatMap(moment => {
    const own = heads
      .filter(each => each.moment === moment)
      .toSorted((a, b) => b.changedAt.localeCompare(a.changedAt) || a.id - b.id)
    if (own.length === 0) return []
    const wanted = picked[moment]
    const taken = wanted === null ? null : (own.find(({ id }) => id === wanted) ?? own[0] ?? null)
    return [{ moment, heads: own, taken }]
  })
}
