// The rules that a script is checked by: some only where it may need them, as they are loaded for it.
import type { Stage } from '../machine/state.ts'
import { toolsUsed, towerOf } from '../model/job.ts'
import { withinPrint } from '../model/moment.ts'
import { onDemand } from '../on-demand.ts'
import { alwaysRules } from './always-rules.ts'
import type { Rule } from './finding.ts'

const [changeRules, bringOfChanges] = onDemand<readonly Rule[]>('The rules of changes')
const [vocabularyRules, bringOfVocabularies] = onDemand<readonly Rule[]>('The rules of vocabularies')
export const [bringChangeRules, bringVocabularyRules] = [bringOfChanges, bringOfVocabularies]

type Given = Pick<Stage, 'moment' | 'printer' | 'job' | 'vocabulary'>

/** Whether a script may have something that the rules of changes speak of; without it none of them finds anything. */
export const needsChangeRules = ({ moment, printer, job }: Given): boolean =>
  withinPrint.includes(moment) || printer.tools.length > 1 || toolsUsed(job).length > 1 || towerOf(job) !== null

export const needsVocabularyRules = ({ vocabulary }: Given): boolean => vocabulary !== undefined

export const rulesFor = (stage: Given): Rule[] => [
  ...alwaysRules,
  ...(needsVocabularyRules(stage) ? vocabularyRules() : []),
  ...(needsChangeRules(stage) ? changeRules() : []),
]
