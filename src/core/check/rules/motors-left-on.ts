// Motors stay on after the print.
import { lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  const line = script.rows.at(-1)?.line
  if (line === undefined || !lastModes(script.trace).motorsOn || rowsThat(script, 'motors').length > 0) return []
  const message =
    'The motors still hold their positions when the script ends. They stay warm, and the bed can’t be moved by hand.'
  return [
    {
      line,
      message,
      fixes: atTheEnd(
        script,
        script.stage.firmware.phrases.motorsOff(['x', 'y', 'e']),
        'Turn all off but Z, so that the head stays up',
      ),
    },
  ]
}

export const motorsLeftOn = {
  name: 'motors-left-on',
  group: 'end',
  severity: 'advice',
  title: 'Motors are left on',
  why: 'A motor that holds its position draws current and stays warm as long as the printer is on. Most firmware releases motors after some minutes, but not all.',
  silentWhen: 'Silent when any line turns motors off. Holding only Z is good practice.',
  example: { text: 'G91\nG1 E-2 F1800\nG1 Z5 F600\nG90\nM104 S0\nM140 S0\nM107', moment: 'end' },
  moments: ['end', 'cancel'],
  judgesEnd: true,
  check,
} as const satisfies Rule
