// The filament counter is not 0 when the print begins.
import { mm } from '../../format.ts'
import { counterAfter, lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { putAfter } from '../fixes.ts'

/** Differences below this are invisible, mm. */
const harmlessMm = 0.05

function check(script: Checked): Found[] {
  const { trace, stage, rows, ooze } = script
  if (stage.vocabulary?.resetsFilament) return []
  const counter = trace.rows.count ? (trace.rows.counter[trace.rows.count - 1] as number) : 0
  if (lastModes(trace).extrusion !== 'absolute' || Math.abs(counter) <= harmlessMm) return []
  // Starting below 0 unretracts what was retracted, as intended.
  if (counter < 0 && -counter <= (ooze.backMm.at(-1) ?? 0) + harmlessMm) return []
  // The last line that changed the counter: a move, or a restored state.
  const row = rows.findLast(({ row }) => Math.abs(counterAfter(trace, row) - counterAfter(trace, row - 1)) > 1e-9)
  if (!row) return []
  const { line } = row
  const first =
    counter > 0
      ? `retracts ${mm(counter)} of filament out of the nozzle`
      : `extrudes ${mm(-counter)} of filament at once`
  const message = `After this line the filament counter is at ${mm(counter)} and is never set to zero. A print that counts from zero first ${first}.`
  return [
    {
      line,
      message,
      fixes: putAfter(script, line, stage.firmware.phrases.zeroFilament(), 'Set E to zero after it'),
    },
  ]
}

export const filamentNotReset = {
  name: 'filament-not-reset',
  group: 'filament',
  severity: 'error',
  title: 'The filament counter is not set back to zero',
  why: 'With absolute extrusion, the print’s first move goes to its own count. If the counter has a different value, that move first retracts or extrudes the difference.',
  silentWhen:
    'Silent with relative extrusion, within 0.05 mm of zero, where the print’s first move would unretract what the script retracted, and where you have taught that the slicer sets the counter to zero.',
  example: { text: 'M82\nG28\nM420 S1\nM109 S200\nG92 E0\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200' },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
