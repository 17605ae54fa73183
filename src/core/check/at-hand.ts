// The rules that a script is checked by: those of changes of tools only where it may need them, as they are loaded for it.
import type { Stage } from '../machine/state.ts'
import { toolsUsed, towerOf } from '../model/job.ts'
import { withinPrint } from '../model/moment.ts'
import { onDemand } from '../on-demand.ts'
import { alwaysRules } from './always-rules.ts'
import type { Rule } from './finding.ts'

const [changeRules, bring] = onDemand<readonly Rule[]>('The rules of changes')
export const bringChangeRules = bring

/** Whether a script may have something that the rules of changes speak of; without it none of them finds anything. */
export const needsChangeRules = ({ moment, printer, job }: Pick<Stage, 'moment' | 'printer' | 'job'>): boolean =>
  withinPrint.includes(moment) || printer.tools.length > 1 || toolsUsed(job).length > 1 || towerOf(job) !== null

export const rulesFor = (stage: Pick<Stage, 'moment' | 'printer' | 'job'>): readonly Rule[] =>
  needsChangeRules(stage) ? [...alwaysRules, ...changeRules()] : alwaysRules
