// The head is driven into the print or dragged over it.
import { mm } from '../../format.ts'
import { printHeight } from '../../machine/beginning.ts'
import { crosses } from '../../machine/beyond.ts'
import type { Step } from '../../machine/trace.ts'
import { outsideMm } from '../../model/job.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { acrossMm, lineOf, printArea } from '../queries.ts'

/** Tolerance for the curling of a print, mm. */
const curlsMm = 0.1
const crashMm = 0.3

function check(script: Checked): Found[] {
  const { stage, steps, strokes } = script
  const area = printArea(script)
  const top = printHeight(stage)
  const laid = new Set(strokes.map(({ line }) => line))
  const job = `“${stage.job.name}”, ${mm(top, 1)} high`
  for (const step of steps) {
    if (touchesPrint(step, script)) {
      const message = `Homing Z brings the nozzle down to the bed where the print stands (${job}). It runs into the print.`
      return [{ line: lineOf(script, step), severity: 'error', message }]
    }
    const line = lineOf(script, step)
    const lowest = Math.min(step.from.z, step.to.z)
    if (!(lowest < top + curlsMm) || laid.has(line) || !crosses(area, step)) continue
    const down = step.from.z - step.to.z
    if (lowest < top - crashMm) {
      const way = step.kind === 'home' ? 'Homing drives' : down > 0 ? 'Drives' : 'Takes'
      return [
        {
          line,
          severity: 'error',
          message: `${way} the nozzle down to ${mm(lowest, 1)} where the print stands (${job}). It runs into the print.`,
        },
      ]
    }
    if (acrossMm(step) > 1) {
      const message = `Moves the nozzle over the print without lifting it (${job}). A hot nozzle on the last layer leaves a scar, and pulls a string. Lift first.`
      return [{ line, message }]
    }
  }
  return []
}

/** Homing Z touches the bed at the homing position, unless the end stop is at the top. */
function touchesPrint(step: Step, script: Checked): boolean {
  const { printer } = script.stage
  const { at } = printer.homing
  if (step.kind !== 'home' || step.from.z === step.to.z || at.z > printer.reach.z[1] / 2) return false
  const [x, y] = printer.probe ? [at.x, at.y] : [step.from.x, step.from.y]
  return outsideMm(printArea(script), x, y) === 0
}

export const hitsPrint = {
  name: 'hits-print',
  group: 'motion',
  severity: 'warning',
  title: 'Runs into the print, or over it',
  why: 'After a print the head is at its last layer. Moved aside without a lift, it scars the top; homing Z drives it straight through the print.',
  silentWhen: 'The print is treated as a box, its area up to its top: a move through a hollow is reported as well.',
  example: { text: 'G91\nG1 E-2 F1800\nG90\nG1 X0 Y200 F6000\nM104 S0\nM140 S0\nM107\nM84', moment: 'end' },
  moments: ['end', 'cancel', 'pause'],
  check,
} as const satisfies Rule
