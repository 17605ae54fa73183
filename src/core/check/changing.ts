// Queries for rules about tool changes: which tool is selected where, which stays hot, where the nozzle is.
import { effectOf } from '../firmware/spec.ts'
import { shareHeater } from '../firmware/tools.ts'
import { numberOf } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import { toolShown } from '../machine/state.ts'
import { counterAfter, lastModes, type Step } from '../machine/trace.ts'
import { changeFor } from '../model/changes.ts'
import { outsideMm, towerOf } from '../model/job.ts'
import { isChangeMoment, momentFacts, withinPrint } from '../model/moment.ts'
import { ordinaryRetraction, retractionOf } from '../model/printer.ts'
import type { Checked, Row } from './finding.ts'
import { printArea } from './queries.ts'

type Script = Pick<Checked, 'stage'>

/** Nozzles with an offset of more than this are on one head, mm; carriages and docked tools share one position. */
const oneHeadMm = 1

/** The tools of this script's tool change; null if it is none, or between equal tools. */
export function changing({ stage }: Script): { from: number; to: number } | null {
  if (!isChangeMoment(stage.moment)) return null
  const { from, to } = changeFor(stage.job, stage.change)
  return from === to ? null : { from, to }
}

/** Whether the print continues right after this script, as far as known. */
export const printGoesOn = ({ stage }: Script): boolean => stage.goesOn ?? momentFacts[stage.moment].tool !== 'old'

/** Rows after which a different tool is in use, by whatever command, macro or file. */
export const takings = ({ rows }: Pick<Checked, 'rows'>): Row[] =>
  rows.filter(
    ({ before, after, effect }) =>
      toolShown(before) !== toolShown(after) || (effect?.does === 'tool' && before.tool === after.tool),
  )

/** Whether two nozzles are on one head, apart only by their offset. */
export function onOneHead(script: Script, one: number, other: number): boolean {
  const { printer, firmware } = script.stage
  if (shareHeater(printer, one, other)) return true
  const [a, b] = [printer.tools[one]?.offset, printer.tools[other]?.offset]
  return !firmware.noToolAtStart && a !== undefined && b !== undefined && Math.hypot(a.x - b.x, a.y - b.y) > oneHeadMm
}

/** Whether the print file is known, and so the slicer's moves before the change. */
export const knownBefore = ({ stage }: Script): boolean => handedOn({ stage }) && stage.change?.moves != null

/**
 * The filament that the slicer itself returns before the print continues, mm, and whether it resets the counter; null
 * if unknown.
 */
export function slicersOwn({ stage, trace }: Pick<Checked, 'stage' | 'trace'>): { mm: number; anew: boolean } | null {
  const after = stage.change?.moves?.after
  if (after === undefined) return null
  const relative = lastModes(trace).extrusion === 'relative'
  let count = counterAfter(trace, trace.rows.count - 1)
  const own = { mm: 0, anew: false }
  for (const { command } of read(after)) {
    const e = command && numberOf(command, 'E')
    if (!command || e === null) continue
    if (effectOf(stage.firmware, command)?.does === 'set-position') own.anew = true
    else own.mm += relative ? e : e - count
    count = e
  }
  return own
}

/** Whether a position is above printed objects; the prime tower does not count. */
export function overPrint(script: Checked, { x, y }: Step['to']): boolean {
  const tower = towerOf(script.stage.job)
  if (Number.isNaN(x + y) || (tower && outsideMm(tower, x, y) === 0)) return false
  return outsideMm(printArea(script), x, y) === 0
}

/** Whether the machine's state was given by an earlier script, not assumed. */
export const handedOn = ({ stage }: Script): boolean => stage.from !== undefined

export const toolAfter = ({ trace }: Pick<Checked, 'trace'>): number => toolShown(lastModes(trace))

/**
 * For each step, the mm of its extrusion that only refill a retraction: this tool's own, or the previous tool's,
 * because scripts retract with one tool and unretract with the next.
 */
export function refilledMm({
  steps,
  trace,
  ooze,
  stage,
}: Pick<Checked, 'steps' | 'trace' | 'ooze' | 'stage'>): Float32Array {
  const refilled = new Float32Array(steps.length)
  const owed = new Map<number, number>()
  // Within a print, if no state was given, the slicer or an earlier script may have retracted.
  const began = trace.beginning.modes.tool
  let before =
    stage.from || !withinPrint.includes(stage.moment) ? 0 : ordinaryRetraction * retractionOf(stage.printer, began)
  for (const [i, { command, filamentMm }] of steps.entries()) {
    if (filamentMm === 0) continue
    const tool = trace.rows.modes[command]?.tool ?? 0
    if (filamentMm < 0) {
      owed.set(tool, (owed.get(tool) ?? 0) - filamentMm)
      continue
    }
    const back = i > 0 ? (ooze.backMm[i - 1] ?? 0) : (trace.beginning.tips[tool]?.backMm ?? 0)
    const own = trace.rows.modes[steps[i - 1]?.command ?? -1]?.tool === tool ? back : (owed.get(tool) ?? 0)
    let rest = Math.max(0, filamentMm - own)
    owed.set(tool, Math.max(0, (owed.get(tool) ?? 0) - filamentMm))
    for (const [other, mm] of owed) {
      if (other === tool || mm <= 0 || rest <= 0) continue
      const taken = Math.min(rest, mm)
      owed.set(other, mm - taken)
      rest -= taken
    }
    const paid = Math.min(rest, before)
    before -= paid
    rest -= paid
    refilled[i] = filamentMm - rest
  }
  return refilled
}
