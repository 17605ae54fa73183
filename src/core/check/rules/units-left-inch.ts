// Units are still inches when the print continues.
import { lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  if (lastModes(script.trace).units !== 'inch') return []
  const last = rowsThat(script, 'units').at(-1)
  if (!last) return []
  const message =
    'Lengths are in inches from here to the end. The print’s millimetres would be read as inches, 25 times too far.'
  return [
    {
      line: last.line,
      message,
      fixes: atTheEnd(script, script.stage.firmware.phrases.units('mm'), 'Back to millimetres'),
    },
  ]
}

export const unitsLeftInch = {
  name: 'units-left-inch',
  group: 'motion',
  severity: 'error',
  title: 'Inches are left on',
  why: 'Prints are written in millimetres. Read as inches, the first move goes far off the bed.',
  silentWhen: 'Silent when a later line goes back to millimetres.',
  example: { text: 'G28\nM420 S1\nG20\nG1 X1 Y1 F100' },
  judgesEnd: true,
  check,
} as const satisfies Rule
