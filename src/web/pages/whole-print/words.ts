// What the situations of a whole print are called.
import { changeWords } from '../../../core/model/changes.ts'
import { momentFacts } from '../../../core/model/moment.ts'
import type { SituationShown } from '../../../core/print/shown.ts'

/** As its row says it: when, between which tools, for the first time. */
export const situationWords = (situation: SituationShown): string =>
  [
    changeWords(situation.change),
    momentFacts[situation.moment].when,
    situation.firstUse ? 'first use' : situation.high ? 'high up' : '',
  ]
    .filter(Boolean)
    .join(', ')

/** The change of tools itself by its tools, what stands around it by what it is. */
export const bandWords = (situation: Pick<SituationShown, 'moment' | 'change'>): string =>
  (momentFacts[situation.moment].tool === 'changing' && changeWords(situation.change)) ||
  momentFacts[situation.moment].short
