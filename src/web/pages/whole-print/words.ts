// Labels of the situations of a whole print.
import { changeWords } from '../../../core/model/changes.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import type { SituationShown } from '../../../core/print/shown.ts'

/** The label of a row: moment, tools, whether it is the first use. */
export const situationWords = (situation: SituationShown): string =>
  [
    changeWords(situation.change),
    momentFacts[situation.moment].when,
    situation.firstUse ? 'first use' : situation.high ? 'high up' : '',
  ]
    .filter(Boolean)
    .join(', ')

/** The label of a band: a tool change by its tools, other moments by their short name. */
export const bandWords = (situation: Pick<SituationShown, 'moment' | 'change'>): string =>
  (momentFacts[situation.moment].tool === 'changing' && changeWords(situation.change)) ||
  momentFacts[situation.moment].short
