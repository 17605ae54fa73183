// Extrudes more per second than the hot end can melt.
import { mm, plain } from '../../format.ts'
import { toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import { setPurgeSpeed } from '../../script/edits/purge.ts'
import { refilledMm } from '../changing.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { planned } from '../fixes.ts'
import { andMore, lineOf, ownPassageOf } from '../queries.ts'

/** Tolerance: the stated flow of a hot end is not exact. */
const doubt = 1.05
/** Tolerance for a purge in place, where a little too much spoils nothing. */
const onTheSpot = 1.5
const worthMm = 3

type Over = { line: number; flow: number; max: number; lengthMm: number; crossSectionMm2: number }

function check(script: Checked): Found[] {
  const { strokes, steps, stage, rows } = script
  const refilled = refilledMm(script)
  const { tools } = stage.printer
  const maxOf = (tool: number): number => tools[tool]?.highestFlowMm3S ?? Number.POSITIVE_INFINITY
  const over: Over[] = strokes.flatMap(({ line, tool, flowMm3S, lengthMm, crossSectionMm2 }) => {
    const max = maxOf(tool)
    return flowMm3S > max * doubt && lengthMm >= worthMm
      ? [{ line, flow: flowMm3S, max, lengthMm, crossSectionMm2 }]
      : []
  })
  steps.forEach((step, i) => {
    // Loading fills an empty path, and nothing has to melt.
    if (step.kind !== 'push' || step.end <= step.start || rows[step.command]?.effect?.does === 'change-filament') return
    const tool = rows[step.command]?.after.tool ?? 0
    const extruded = step.filamentMm - (refilled[i] ?? 0)
    const flow = (step.filamentMm * toolFilamentAreaMm2(stage.printer, tool)) / (step.end - step.start)
    if (extruded > worthMm && flow > maxOf(tool) * onTheSpot)
      over.push({ line: lineOf(script, step), flow, max: maxOf(tool), lengthMm: 0, crossSectionMm2: 0 })
  })
  const first = over.sort((a, b) => a.line - b.line)[0]
  if (!first) return []
  const message = `Extrudes ${plain(first.flow, 1)} mm³/s; this hot end can melt ${plain(first.max, 1)} at most. The gear slips, and the line comes out thin.${andMore(over.map(({ line }) => line))}`
  const passage = ownPassageOf(script, first.line)
  const slower = Math.floor((first.max * 0.9 * 10) / first.crossSectionMm2) / 10
  const fixes =
    passage && first.lengthMm > 0 && slower > 0
      ? planned(setPurgeSpeed(script, passage, slower), `Extrude at ${mm(slower, 1)}/s`)
      : []
  return [{ line: first.line, message, fixes }]
}

export const flowTooHigh = {
  name: 'flow-too-high',
  group: 'filament',
  severity: 'warning',
  title: 'Faster than the hot end can melt',
  why: 'A hot end can melt only so much plastic a second. Beyond that the extruder grinds or skips, and too little comes out.',
  silentWhen:
    'Silent when retracted filament is unretracted, and without movement up to one and a half times the limit. Uses the highest flow in your printer’s description.',
  example: { text: 'G28\nM420 S1\nM83\nM109 S200\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E20 F2400' },
  check,
} as const satisfies Rule
