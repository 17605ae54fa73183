// What the situations of a whole print are called.
import { changeWords } from '../../../core/model/changes.ts'
import { type Moment, momentWords } from '../../../core/model/moment.ts'
import type { SituationShown } from '../../../core/print/shown.ts'

/** As its row says it: when, between which tools, for the first time. */
export const situationWords = (situation: SituationShown): string =>
  [
    changeWords(situation.change),
    momentWords[situation.moment],
    situation.firstUse ? 'first use' : situation.high ? 'high up' : '',
  ]
    .filter(Boolean)
    .join(', ')

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

/** The change of tools itself by its tools, what stands around it by what it is. */
export const bandWords = (situation: Pick<SituationShown, 'moment' | 'change'>): string =>
  situation.moment === 'tool-change' ? changeWords(situation.change) || short['tool-change'] : short[situation.moment]
