// Extrudes with a nozzle that is too cold.
import { celsius, mm, plural } from '../../format.ts'
import { melts } from '../../machine/heaters.ts'
import { heatedBySlicer } from '../../machine/state.ts'
import { temperatureAt } from '../../machine/temperature.ts'
import { modesAfter } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'

/** Tolerance for the accuracy of thermistors, °C. */
const doubtC = 0.5

function check({ steps, trace, stage }: Checked): Found[] {
  const coldest = stage.firmware.coldestExtrudeC
  let first: { line: number; extruded: number; at: number; target: number } | null = null
  const more = new Set<number>()
  let extrudes = false
  for (const step of steps) {
    if (step.filamentMm === 0) continue
    const modes = modesAfter(trace, step.command)
    const nozzle = trace.nozzles[modes.tool]
    if (!nozzle) continue
    const at = temperatureAt(nozzle, step.start)
    if (at >= coldest - doubtC || (modes.coldExtrusion.allowed && !melts(stage))) continue
    if (modes.nozzleTargets[modes.tool] === 0 && heatedBySlicer(stage)) continue
    const line = trace.rows.line[step.command] as number
    extrudes ||= step.filamentMm > 0
    first ??= { line, extruded: step.filamentMm, at, target: modes.nozzleTargets[modes.tool] ?? 0 }
    if (line !== first.line) more.add(line)
  }
  if (!first) return []
  const because =
    first.target === 0
      ? 'No line has heated the nozzle.'
      : first.target < coldest
        ? `It is set to only ${celsius(first.target)}.`
        : `It is still heating up to ${celsius(first.target)}.`
  const others = more.size ? ` The same on ${plural(more.size, 'later line')}.` : ''
  const message = `${first.extruded > 0 ? 'Extrudes' : 'Retracts'} ${mm(Math.abs(first.extruded))} of filament with the nozzle at ${celsius(first.at)}. ${because} Below ${celsius(coldest)} the board refuses, or the gear grinds the filament.${others}`
  return [{ line: first.line, message, severity: extrudes ? 'error' : 'warning' }]
}

export const coldExtrude = {
  name: 'cold-extrude',
  group: 'heat',
  severity: 'error',
  title: 'Extrudes through a cold nozzle',
  why: 'Cold filament does not flow. The board refuses the move, or the gear grinds a notch into the filament and the print starts empty.',
  silentWhen:
    'Uses the simulated nozzle temperature, from the warm-up times that you measured. Silent within half a degree, where paste is extruded and the script allows it cold, and where you have taught that the slicer adds heating lines to a script that has none.',
  example: { text: 'G28\nM420 S1\nM104 S200\nM83\nG1 E20 F200' },
  check,
} as const satisfies Rule
