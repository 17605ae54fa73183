// What the situations of a whole print are called.
import { type Moment, momentWords } from '../../../core/model/moment.ts'
import type { SituationShown } from '../../../core/print/shown.ts'

export const toolsOf = ({ change }: Pick<SituationShown, 'change'>): string =>
  change && change.from !== change.to ? `T${change.from} → T${change.to}` : ''

/** As its row says it: when, between which tools, for the first time. */
export const situationWords = (situation: SituationShown): string =>
  [toolsOf(situation), momentWords[situation.moment], situation.firstUse ? 'first use' : ''].filter(Boolean).join(', ')

/** As a band of the ribbon has room for it. */
const short: Readonly<Record<Moment, string>> = {
  start: 'start',
  end: 'end',
  'before-layer': 'layer',
  'layer-change': 'layer',
  'material-end': 'material',
  'tool-leave': 'leave',
  'tool-change': 'change',
  'tool-arrive': 'arrive',
  'material-start': 'material',
  'between-objects': 'object',
  'at-layer': 'stop',
  pause: 'pause',
  resume: 'resume',
  cancel: 'cancel',
}
export const shortWords = (moment: Moment): string => short[moment]
