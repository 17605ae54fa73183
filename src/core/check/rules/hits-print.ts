// The head is driven into the print or dragged over it.
import { mm } from '../../format.ts'
import { printHeight } from '../../machine/beginning.ts'
import { partAbove } from '../../machine/beyond.ts'
import type { Step } from '../../machine/trace.ts'
import { outsideMm } from '../../model/job.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { acrossMm, lineOf, printArea } from '../queries.ts'

/** Tolerance for the curling of a print, mm. */
const curlsMm = 0.1
const crashMm = 0.3

/** A move that rises is a lift unless it drags over the print for longer than this, mm. */
const maxRisingMm = 5

/** The first line that drives into the print; without one, the first that drags over it. */
function check(script: Checked): Found[] {
  const laid = new Set(script.strokes.map(({ line }) => line))
  let dragged: Found | null = null
  for (const step of script.steps) {
    const touch = touchOf(script, step, laid)
    if (touch?.severity === 'error') return [touch]
    dragged ??= touch
  }
  return dragged ? [dragged] : []
}

/** Describes how a step touches the print; null if it does not. */
function touchOf(script: Checked, step: Step, laid: ReadonlySet<number>): Found | null {
  const { stage } = script
  const line = lineOf(script, step)
  const top = printHeight(stage)
  const job = `“${stage.job.name}”, ${mm(top, 1)} high`
  if (step.kind === 'home' && homesUp(stage)) return null
  if (touchesPrint(step, script)) {
    const message = `Homing Z brings the nozzle down to the bed where the print stands (${job}). It runs into the print.`
    return { line, severity: 'error', message }
  }
  const part = partAbove(printArea(script), step)
  if (!part || laid.has(line)) return null
  const rise = step.to.z - step.from.z
  const lowest = step.from.z + Math.min(part.first * rise, part.last * rise)
  if (!(lowest < top + curlsMm)) return null
  if (lowest < top - crashMm) {
    const how = step.kind === 'home' ? 'Homing drives' : rise < 0 ? 'Drives' : 'Takes'
    const message = `${how} the nozzle down to ${mm(lowest, 1)} where the print stands (${job}). It runs into the print.`
    return { line, severity: 'error', message }
  }
  /** The share of the move after which it is above the print. */
  const clear = rise > 0 ? (top + curlsMm - step.from.z) / rise : 1
  const draggedMm = acrossMm(step) * (rise > 0 ? Math.max(0, Math.min(part.last, clear) - part.first) : 1)
  if (draggedMm <= (rise > 0 ? maxRisingMm : 1)) return null
  const message = `Moves the nozzle over the print without lifting it (${job}). A hot nozzle on the last layer leaves a scar, and pulls a string. Lift first.`
  return { line, message }
}

/** Whether Z homes away from the bed. */
const homesUp = ({ printer }: Checked['stage']): boolean => printer.homing.at.z > printer.reach.z[1] / 2

/** Homing Z touches the bed at the homing position. */
function touchesPrint(step: Step, script: Checked): boolean {
  const { printer } = script.stage
  const { at } = printer.homing
  if (step.kind !== 'home' || step.from.z === step.to.z) return false
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
