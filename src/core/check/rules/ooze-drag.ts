// The nozzle stood hot, and carries the hanging filament over the bed into the print.
import { duration, mm, plain } from '../../format.ts'
import { toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import { outsideMm } from '../../model/job.ts'
import { changeMoments, isChangeMoment } from '../../model/moment.ts'
import { retractionOf } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { putAfter } from '../fixes.ts'
import { acrossMm, lineOf, printArea } from '../queries.ts'

/** A string of this amount is visible under the first layer, mm³. */
const seenMm3 = 1.5
/** Without a purge, a skirt may absorb a drop up to this, mm³. */
const skirtMm3 = 3
/** A purge at least this far from the print counts as beside it, mm. */
const awayMm = 5

/** An extrusion in place of this amount is a purge, mm³; returning from it unretracted draws a string. */
const purgedMm3 = 8
const atTipMm = 0.2

/** In a tool change: from the purge to the print without a retraction. */
function stringFromPurge(script: Checked): Found[] {
  const { steps, ooze, trace, stage } = script
  const at = steps.findLastIndex(({ filamentMm }) => filamentMm > 0)
  const last = steps[at]
  if (!last || acrossMm(last) > 0.01 || outsideMm(printArea(script), last.to.x, last.to.y) < awayMm) return []
  const tool = Math.max(0, trace.rows.modes[last.command]?.tool ?? 0)
  if (last.filamentMm * toolFilamentAreaMm2(stage.printer, tool) < purgedMm3) return []
  const way = steps.findIndex(
    (step, i) => i > at && acrossMm(step) > 0 && outsideMm(printArea(script), step.to.x, step.to.y) < 1,
  )
  if (way < 0 || (ooze.backMm[way] ?? 0) > atTipMm) return []
  const own = retractionOf(stage.printer, tool)
  const relative = trace.rows.modes[last.command]?.extrusion === 'relative'
  const back = relative && own > 0 ? stage.firmware.phrases.move({ e: -own, f: 1800 }) : null
  const line = lineOf(script, last)
  const message = `Returns to the print after purging without retracting first. It pulls a string along, which ends on the print.`
  return [{ line, severity: 'advice', message, fixes: putAfter(script, line, back, 'Retract first') }]
}

function check(script: Checked): Found[] {
  if (isChangeMoment(script.stage.moment)) return stringFromPurge(script)
  const { ooze, steps, trace } = script
  const last = steps.findLast(({ filamentMm }) => filamentMm > 0)
  const since = last?.end ?? 0
  if (ooze.hangingMm3 >= (last ? seenMm3 : skirtMm3)) {
    const waits = ooze.spans.filter(({ startS, where }) => startS >= since && where === 'waiting')
    const longest = waits.sort((a, b) => b.mm3 - a.mm3)[0]
    if (longest) {
      const after = last ? 'after the purge' : 'and nothing purges it'
      const message = `The nozzle stands hot here for ${duration(longest.endS - longest.startS)} ${after}. About ${plain(ooze.hangingMm3, 1)} mm³ hang from it when the print begins, and are dragged into the first layer.`
      return [{ line: longest.line, severity: last ? 'warning' : 'advice', message }]
    }
  }
  const dragged = ooze.marks.filter(({ kind, atS }) => kind === 'string' && atS > since)
  const mm3 = dragged.reduce((sum, mark) => sum + mark.mm3, 0)
  const first = dragged[0]
  if (!first || mm3 < seenMm3 || trace.rows.count === 0) return []
  const length = Math.hypot(first.to[0] - first.from[0], first.to[1] - first.from[1])
  const message = `Pulls a string of about ${plain(mm3, 1)} mm³ over ${mm(length, 0)} of the bed, and nothing removes it before the print.`
  return [{ line: first.line, message }]
}

export const oozeDrag = {
  name: 'ooze-drag',
  group: 'filament',
  severity: 'warning',
  title: 'Ooze is dragged into the print',
  why: 'A hot nozzle that stands still grows a blob. Without a purge or wipe after it, that blob is the first thing to be printed.',
  silentWhen:
    'The amount of ooze is an estimate, from the time and from how far the nozzle is above the material’s ooze-safe temperature. Where nothing is purged this is only advice: the print’s own skirt may take the blob.',
  example: {
    text: 'G28\nM420 S1\nM83\nM109 S200\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 Z5 F600\nM190 S60\nG4 S30',
  },
  moments: ['start', ...changeMoments],
  check,
} as const satisfies Rule
