// The bed is probed at a different temperature than it is printed on.
import { celsius } from '../../format.ts'
import { temperatureAt } from '../../machine/temperature.ts'
import { lastModes } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'
import { lineOf } from '../queries.ts'

/** Within this tolerance the bed has the same shape, °C. */
const sameShapeC = 15

function check(script: Checked): Found[] {
  const { trace, rows, steps, stage } = script
  const printC = lastModes(trace).bedTarget
  const meshes = new Set(rows.filter(({ effect }) => effect?.does === 'probe').map(({ row }) => row))
  const touch = steps.find(({ kind, command }) => kind === 'probe' && meshes.has(command))
  if (printC <= 0 || !touch) return []
  const at = temperatureAt(trace.bed, touch.start)
  if (Math.abs(at - printC) <= sameShapeC) return []
  const line = lineOf(script, touch)
  const message = `Measures the bed’s shape at ${celsius(at)}, and prints on it at ${celsius(printC)}. A bed bends as it warms, so the shape is not the same.`
  const fixes =
    at < printC
      ? putBefore(script, line, stage.firmware.phrases.waitFor('bed', printC, null, false), 'Wait for the bed first')
      : []
  return [{ line, message, fixes }]
}

export const probeAtOtherBedHeat = {
  name: 'probe-at-other-bed-heat',
  group: 'order',
  severity: 'warning',
  title: 'Probes the bed at a different temperature than it prints at',
  why: 'Metal and glass bend as they warm up. A shape measured cold does not fit the warm bed: the nozzle is too high here and scrapes there.',
  silentWhen:
    'Silent within 15 °C, where the bed is not heated, and for a saved mesh, because the bed’s temperature when it was measured is not known.',
  example: { text: 'G28\nG29\nM140 S60\nM190 S60\nM109 S200' },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
