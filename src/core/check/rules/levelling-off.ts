// The print begins with bed levelling off although this printer has a mesh.
import { lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { askWhetherLevels, commentedOutLevelling, levellingFixes, mayLevel, turnedOff } from '../levelling.ts'

function check(script: Checked): Found[] {
  if (lastModes(script.trace).levelling !== 'off') return []
  const off = turnedOff(script)
  if (!off || commentedOutLevelling(script, off.line)) return []
  const message = off.byHoming
    ? 'Homing turns bed levelling off here, and nothing after it turns it on again. The first layer will be printed as if the bed were perfectly flat.'
    : 'Bed levelling is turned off here and stays off during the print.'
  const maybe = mayLevel(script, off.line)
  if (maybe) return [{ line: off.line, severity: 'advice', message: `${message} ${askWhetherLevels(maybe)}` }]
  return [{ line: off.line, message, fixes: levellingFixes(script, off.line) }]
}

export const levellingOff = {
  name: 'levelling-off',
  group: 'order',
  severity: 'error',
  title: 'Levelling is off when the print begins',
  why: 'No bed is perfectly flat. Without levelling the nozzle is too high in one place and scrapes in another.',
  silentWhen:
    'Silent for a printer without a probe and without a saved mesh. Some boards turn levelling on again after homing by themselves; if yours does, ignore this. Advice only where a maker’s own command may probe the bed.',
  example: { text: 'G28\nM109 S200' },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
