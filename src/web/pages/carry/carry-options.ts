// The options of a plan, and its open points in words.
import { listed, plural } from '../../../core/format.ts'
import { type CarryOptions, originWords } from '../../../core/model/came-from.ts'
import type { Printer } from '../../../core/model/printer.ts'
import type { SavedScript } from '../../../core/model/stored.ts'
import type { Change, PlanShown } from '../../state/api.ts'

export const noOptions: CarryOptions = { answers: {}, refused: [], heatsAsValues: false, lines: null }

/** Refuses a change, or accepts it again. */
export const withRefused = (asked: CarryOptions, id: string, refused: boolean): CarryOptions => ({
  ...asked,
  refused: [...asked.refused.filter(each => each !== id), ...(refused ? [id] : [])],
})

/** The origin of a carried script, for its note. */
export const itsOrigin = ({ name, revision }: SavedScript, printer: Pick<Printer, 'name'>): string =>
  originWords({ printer: printer.name, script: name, revision })

export const changesOf = (plan: PlanShown): Change[] => plan.passages.flatMap(({ changes }) => changes)

/** The points that a person has to look at: open questions and refused commands. */
export function needsOf(plan: PlanShown): string {
  const open = plan.asks.filter(({ answered }) => !answered).length
  const refused = changesOf(plan).filter(({ kind }) => kind === 'refused').length
  const parts = [
    ...(open ? [`${plural(open, 'answer')} (proposals used)`] : []),
    ...(refused ? [`${plural(refused, 'line')} that it can’t take`] : []),
  ]
  return parts.length ? listed(parts) : 'none'
}
