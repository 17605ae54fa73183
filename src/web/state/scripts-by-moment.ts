// The scripts that a print of a printer takes: of each moment the one saved last, or the one chosen.

import { Moment } from '../../core/model/moment.ts'
import type { ScriptHead } from '../../core/model/stored.ts'

export type Picked = Partial<Record<Moment, number | null>>

/** By moment: the heads there are, the newest first, and the one that is taken; null for none. */
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
