// Soft limits are off when the script ends.
import { lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  if (lastModes(script.trace).softLimits) return []
  const last = rowsThat(script, 'soft-limits').findLast(({ after }) => !after.softLimits)
  if (!last) return []
  const message =
    'Turns the soft limits off here, and nothing turns them on again. A wrong number later drives the head into its limits.'
  return [
    {
      line: last.line,
      message,
      fixes: atTheEnd(script, script.stage.firmware.phrases.softLimits(true), 'Turn them on at the end'),
    },
  ]
}

export const softLimitsOff = {
  name: 'soft-limits-off',
  group: 'motion',
  severity: 'warning',
  title: 'Soft limits are left off',
  why: 'Soft limits stop a move at the end of the head’s range. Without them it hits the frame with full force.',
  silentWhen: 'Silent when a later line turns them on again.',
  example: { text: 'G28\nM420 S1\nM211 S0\nG1 Z5 F600' },
  judgesEnd: true,
  check,
} as const satisfies Rule
