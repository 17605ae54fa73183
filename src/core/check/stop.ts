// Finds out whether a script ends the print: by a raise, an abort or an emergency stop, or by ending the job too early.
import type { Ended } from '../machine/trace.ts'
import { momentFacts } from '../model/moment.ts'
import type { Checked } from './finding.ts'

/**
 * Returns where and why the script ends the print; null if the print goes on. Ending the job is fine in a script that
 * runs after the print, and in a complete program, whose last command ends it.
 */
export function stopOf({ trace, stage, lines }: Pick<Checked, 'trace' | 'stage' | 'lines'>): Ended | null {
  const { ended } = trace
  if (!ended || (ended.by !== 'job' && ended.by !== 'program')) return ended
  const complete = ended.by === 'program' && !lines.some(({ command, number }) => command && number > ended.line)
  return complete || momentFacts[stage.moment].endsPrint ? null : ended
}
