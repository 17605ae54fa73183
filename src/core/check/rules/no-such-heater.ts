// Uses a heater that the printer lacks.
import { heaterOf, heatTarget } from '../../effects/heating.ts'
import { textOf } from '../../gcode/line.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { commentOut } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  const { printer } = script.stage
  return rowsThat(script, 'heat').flatMap((row): Found[] => {
    const { effect, command, line, source } = row
    if (effect?.does !== 'heat' || heatTarget(command, effect)?.targetC === 0) return []
    const heater = heaterOf(command, effect)
    const name = textOf(command, 'HEATER')
    if (heater === 'other') {
      if (name && printer.macros.includes(name)) return []
      const message = `“${name}” is not among the heaters of ${printer.name} that are known here. If its config doesn’t have it either, the firmware stops with an error.`
      return [{ line, severity: 'advice', message }]
    }
    if (heater !== 'chamber' || printer.heaters.chamber) return []
    const waits = effect.wait ? ', and a wait for one may never end' : ''
    const message = `${printer.name} has no heated chamber. The line does nothing${waits}.`
    return [{ line, message, fixes: commentOut(source) }]
  })
}

export const noSuchHeater = {
  name: 'no-such-heater',
  group: 'state',
  severity: 'warning',
  title: 'A heater that the printer doesn’t have',
  why: 'The line comes from a different printer. The part that it should warm stays cold.',
  silentWhen: 'Uses your printer’s description and its config. Silent for turning such a heater off.',
  example: { text: 'M141 S45\nG28\nM420 S1\nM109 S200' },
  check,
} as const satisfies Rule
