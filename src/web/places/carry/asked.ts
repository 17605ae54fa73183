// What is asked of a plan, and what a plan needs of a person, in words.
import { listed, plural } from '../../../core/format.ts'
import type { CarryAsked } from '../../../core/model/came-from.ts'
import type { Change, PlanShown } from '../../state/api.ts'

export const nothingAsked: CarryAsked = { answers: {}, refused: [], heatsAsValues: false, lines: null }

export const changesOf = (plan: PlanShown): Change[] => plan.passages.flatMap(({ changes }) => changes)

/** What a person has to see to: questions that are open, commands that were refused. */
export function needsOf(plan: PlanShown): string {
  const open = plan.asks.filter(({ answered }) => !answered).length
  const refused = changesOf(plan).filter(({ kind }) => kind === 'refused').length
  const parts = [
    ...(open ? [`${plural(open, 'answer')} (proposals taken)`] : []),
    ...(refused ? [`${plural(refused, 'line')} that it can’t take`] : []),
  ]
  return parts.length ? listed(parts) : 'nothing'
}
