// Where an error ends the print: a raise, an abort, an emergency stop, or the end of the job before the print is over.
import type { Ended } from '../machine/trace.ts'
import { momentFacts } from '../model/moment.ts'
import type { Checked } from './finding.ts'

/**
 * The end of the script that keeps the print from going on; null if there is none. A script after the print may end the
 * job, and a text whose last command ends the program is a complete program.
 */
export function stopOf({ trace, stage, lines }: Pick<Checked, 'trace' | 'stage' | 'lines'>): Ended | null {
  const { ended } = trace
  if (!ended || ended.by === 'error' || ended.by === 'refused') return ended
  const complete = ended.by === 'program' && !lines.some(({ command, number }) => command && number > ended.line)
  return complete || momentFacts[stage.moment].endsPrint ? null : ended
}
