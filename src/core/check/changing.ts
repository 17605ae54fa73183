// Questions that the rules about changes of tools ask: which tool is taken where, what is left hot, where the nozzle stands.
import { effectOf } from '../firmware/spec.ts'
import { shareHeater } from '../firmware/tools.ts'
import { numberOf } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import { toolShown } from '../machine/state.ts'
import { counterAfter, lastModes, type Step } from '../machine/trace.ts'
import { changeFor } from '../model/changes.ts'
import { outsideMm, towerOf } from '../model/job.ts'
import { isChangeMoment, withinPrint } from '../model/moment.ts'
import { ordinaryRetraction, retractionOf } from '../model/printer.ts'
import type { Checked, Row } from './finding.ts'
import { printArea } from './queries.ts'

type Script = Pick<Checked, 'stage'>

/** Nozzles that stand so far apart on the machine are on one head; carriages and docked tools come to the same place. */
const oneHeadMm = 1

/** The tools that this script changes between; null where it is no change, or of one tool. */
export function changing({ stage }: Script): { from: number; to: number } | null {
  if (!isChangeMoment(stage.moment)) return null
  const { from, to } = changeFor(stage.job, stage.change)
  return from === to ? null : { from, to }
}

/** Whether the print goes on right after this script, as far as is known. */
export const printGoesOn = ({ stage }: Script): boolean =>
  stage.goesOn ?? (stage.moment !== 'material-end' && stage.moment !== 'tool-leave')

/** Rows after which another tool is in use, whatever command, macro or file did it. */
export const takings = ({ rows }: Pick<Checked, 'rows'>): Row[] =>
  rows.filter(
    ({ before, after, effect }) =>
      toolShown(before) !== toolShown(after) || (effect?.does === 'tool' && before.tool === after.tool),
  )

/** Whether two nozzles hang on one head, so that one is where the other was but for their offset. */
export function onOneHead(script: Script, one: number, other: number): boolean {
  const { printer, firmware } = script.stage
  if (shareHeater(printer, one, other)) return true
  const [a, b] = [printer.tools[one]?.offset, printer.tools[other]?.offset]
  return !firmware.noToolAtStart && a !== undefined && b !== undefined && Math.hypot(a.x - b.x, a.y - b.y) > oneHeadMm
}

/** Whether the print file is known, and so what the program has done when the change begins. */
export const knownBefore = ({ stage }: Script): boolean => handedOn({ stage }) && stage.change?.moves != null

/** What the program brings back to the tip itself before the print goes on, mm, and whether it counts anew; null where unknown. */
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

/** Whether a place lies over what has been printed; the tower is there to be purged into. */
export function overPrint(script: Checked, { x, y }: Step['to']): boolean {
  const tower = towerOf(script.stage.job)
  if (Number.isNaN(x + y) || (tower && outsideMm(tower, x, y) === 0)) return false
  return outsideMm(printArea(script), x, y) === 0
}

/** Whether the machine is one that was handed on, not one that is only supposed. */
export const handedOn = ({ stage }: Script): boolean => stage.from !== undefined

export const toolAfter = ({ trace }: Pick<Checked, 'trace'>): number => toolShown(lastModes(trace))

/**
 * For each step, mm of what it pushes that only bring filament back to the tip: what this tool had retracted, or what the tool
 * before it had, for scripts retract with the one and unretract with the other.
 */
export function refilledMm({
  steps,
  trace,
  ooze,
  stage,
}: Pick<Checked, 'steps' | 'trace' | 'ooze' | 'stage'>): Float32Array {
  const refilled = new Float32Array(steps.length)
  const owed = new Map<number, number>()
  // Within a print, where nothing was handed on, the program or the script before may have retracted.
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
