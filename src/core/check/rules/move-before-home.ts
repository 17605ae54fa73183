// Moves along an axis that is not homed.
import { listed } from '../../format.ts'
import { numberOf } from '../../gcode/line.ts'
import { momentFacts } from '../../model/moment.ts'
import { axes } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

/** A small lift before homing is good practice, mm. */
const harmlessLiftMm = 30

function check(script: Checked): Found[] {
  const { rows, stage } = script
  const reported = new Set<string>()
  const byHand = new Set<string>()
  const found: Found[] = []
  const homesAtAll = rowsThat(script, 'home').length > 0
  for (const { line, command, effect, before } of rows) {
    const does = effect?.does
    // On machines with a manually set origin, `G92` tells the position.
    if (does === 'set-position' && stage.firmware.originByHand)
      for (const axis of axes) if (numberOf(command, axis.toUpperCase()) !== null) byHand.add(axis)
    if (does !== 'move' && does !== 'arc') continue
    // A move to an end stop is how such a machine homes, and H2 moves single motors.
    if (effect?.does === 'move' && effect.endStops !== undefined && numberOf(command, effect.endStops)) continue
    const { homed, positioning } = before
    const blind = axes.filter(axis => {
      const value = numberOf(command, axis.toUpperCase())
      if (value === null || homed[axis] || reported.has(axis) || byHand.has(axis)) return false
      return !(axis === 'z' && positioning === 'relative' && value >= 0 && value <= harmlessLiftMm)
    })
    if (blind.length === 0) continue
    for (const axis of blind) reported.add(axis)
    const names = listed(blind.map(axis => axis.toUpperCase()))
    const message = `Moves ${names} before homing ${blind.length > 1 ? 'them' : 'it'}. The machine does not know where the head is and may run into its limits.`
    const fixes =
      homesAtAll || momentFacts[stage.moment].runs !== 'before'
        ? []
        : putBefore(script, line, stage.firmware.phrases.home(axes), 'Home first')
    found.push({ line, message, fixes })
  }
  return found
}

export const moveBeforeHome = {
  name: 'move-before-home',
  group: 'order',
  severity: 'error',
  title: 'Moves before homing',
  why: 'Until an axis has been homed the machine only guesses where the head is. A move can end in a crash.',
  silentWhen: 'Silent for raising the head a little before homing, and after a print, which has homed.',
  example: { text: 'M109 S200\nG1 X50 Y50 F3000\nG28\nM420 S1' },
  check,
} as const satisfies Rule
