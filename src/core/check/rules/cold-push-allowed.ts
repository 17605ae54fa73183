// Leaves cold extrusion allowed.

import { melts } from '../../machine/heaters.ts'
import { lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  if (!lastModes(script.trace).coldExtrusion.allowed || !melts(script.stage)) return []
  const row = rowsThat(script, 'cold-extrusion').findLast(({ after }) => after.coldExtrusion.allowed)
  if (!row) return []
  const message =
    'Cold extrusion stays allowed after this. If the nozzle is ever cold while the extruder turns, the gear grinds the filament and nothing stops it.'
  const off = script.stage.firmware.phrases.coldExtrusion(false)
  return [{ line: row.line, message, fixes: atTheEnd(script, off, 'Turn the protection on again at the end') }]
}

export const coldPushAllowed = {
  name: 'cold-push-allowed',
  group: 'state',
  severity: 'warning',
  title: 'Cold extrusion is left allowed',
  why: 'The firmware refuses to extrude with a cold nozzle, so that a mistake grinds no filament. Once turned off, this protection stays off until a line turns it on again.',
  silentWhen: 'Silent when a later line turns the protection on again, and on a printer that extrudes paste.',
  example: { text: 'G28\nM420 S1\nM302 P1\nM109 S200' },
  judgesEnd: true,
  check,
} as const satisfies Rule
