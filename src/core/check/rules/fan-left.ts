// The part fan is left on.

import { plain } from '../../format.ts'
import { lastModes } from '../../machine/trace.ts'
import { momentFacts } from '../../model/moment.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'

function check(script: Checked): Found[] {
  const { fan } = lastModes(script.trace)
  if (fan === 0 || script.rows.length === 0) return []
  const line = script.rows.findLast(({ effect }) => effect?.does === 'fan')?.line ?? script.rows.at(-1)?.line ?? 1
  const start = momentFacts[script.stage.moment].runs === 'before'
  const message = start
    ? `The part fan is on (${plain(fan * 100, 0)} %) when the print begins. The first layer may come loose from the bed unless the print turns the fan off.`
    : `The part fan is still on (${plain(fan * 100, 0)} %) when the script ends, and keeps running until the printer is switched off.`
  return [
    {
      line,
      severity: start ? 'advice' : 'warning',
      message,
      fixes: atTheEnd(script, script.stage.firmware.phrases.fan(0), 'Turn it off'),
    },
  ]
}

export const fanLeft = {
  name: 'fan-left',
  group: 'end',
  severity: 'warning',
  title: 'The part fan is left on',
  why: 'After a print the fan is noise and wear for nothing. Before a print, the first layer may come loose from the bed unless the print turns the fan off.',
  silentWhen: 'Checks the part fan only, not a hot end’s own fan.',
  example: { text: 'G91\nG1 E-2 F1800\nG1 Z5 F600\nG90\nM104 S0\nM140 S0\nM84', moment: 'end' },
  moments: ['start', 'end', 'cancel'],
  judgesEnd: true,
  check,
} as const satisfies Rule
