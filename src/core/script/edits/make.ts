// Inserts a made passage into a script, or makes one again with different parameters.

import { plain } from '../../format.ts'
import type { Line } from '../../gcode/line.ts'
import { rawLines, read } from '../../gcode/read.ts'
import { whyBeyond } from '../../machine/beyond.ts'
import { strokesOf, toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import { segmentAt } from '../../machine/temperature.ts'
import { lastModes, modesAfter, modesBefore, positionAt, stepsOf } from '../../machine/trace.ts'
import { withinPrint } from '../../model/moment.ts'
import { axes, retractionOf } from '../../model/printer.ts'
import { applyEdits } from '../../model/script.ts'
import { rehearseLines } from '../../resolve/resolve.ts'
import {
  endLine,
  fitValues,
  type Made,
  type MadePassage,
  type Maker,
  madePassages,
  markerLine,
  type Surroundings,
  standards,
  type Values,
} from '../makers/maker.ts'
import { makerNamed } from '../makers/makers.ts'
import { type Plan, type Rehearsed, rangeOf, refuse } from './plan.ts'

/** The modes just before a line, for a maker whose passage starts there. */
export function surroundingsAt({ commands, trace, stage }: Rehearsed, line: number): Surroundings {
  const row = commands.findIndex((command, index) => index < trace.rows.count && command.line >= line)
  const now = row < 0 ? trace.totalS : (trace.rows.start[row] as number)
  const segment = segmentAt(trace.bed, now)
  const heldS = segment.targetC > 0 && Number.isFinite(segment.reachS) ? now - segment.at - segment.reachS : 0
  return {
    stage,
    modes: row < 0 ? lastModes(trace) : modesBefore(trace, row),
    bedHeldS: Math.max(0, heldS),
    headZ: positionAt(trace, now).z,
  }
}

/** A maker by name (looked up in the list), or the maker itself. */
type Which = string | Maker
const makerOf = (which: Which): Maker | undefined => (typeof which === 'string' ? makerNamed(which) : which)
const nameOf = (which: Which): string => (typeof which === 'string' ? which : which.name)

/** Runs a maker with values before a line: returns the lines and the values as used, or why it can't. */
export function madeNow(
  script: Rehearsed,
  which: Which,
  values: Values,
  at: number,
): (Extract<Made, { ok: true }> & { values: Values }) | Extract<Made, { ok: false }> {
  const maker = makerOf(which)
  if (!maker) return { ok: false, why: `There is no maker called “${which}”.` }
  const surroundings = surroundingsAt(script, at)
  const parameters = maker.parameters(surroundings)
  const fitted = fitValues(parameters, { ...standards(parameters), ...values })
  if (typeof fitted === 'string') return { ok: false, why: fitted }
  const made = maker.make(fitted, surroundings)
  return made.ok ? { ...made, values: fitted } : made
}

/**
 * If `at` is the marker line of a made passage of the same maker, that passage is made again; otherwise the new passage
 * is inserted before that line (one past the last line for the end). Missing values are the standard ones.
 */
export function makePassage(script: Rehearsed, which: Which, values: Values, at: number): Plan {
  const { lines } = script
  const name = nameOf(which)
  const made = madeNow(script, which, values, at)
  if (!made.ok) return refuse(made.why)
  const renamed = renamedAt(script, at)
  if (renamed && made.lines.some(line => placeWord.test(line))) return refuse(renamed)
  const title = makerOf(which)?.title ?? name
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  const note = made.note === undefined ? {} : { note: made.note }
  const text = [markerLine(name, made.values), ...made.lines, endLine(name)].join(ending)

  const old = madePassages(lines).made.find(each => each.firstLine === at && each.name === name)
  const { length } = lines
  const plan = old ? madeAgain(lines, old, text, title) : put(script, at, text, title, ending)
  const first = Math.min(at, old || lines[at - 1] ? at : length)
  const why = whyNot(script, plan, first, first + rawLines(text).length)
  return why ? refuse(why) : { ...plan, ...note }
}

/** A move to a position along an axis. */
const placeWord = /^G[0123]\b.*\b[XYZ]-?[\d.]/

/** Why no passage with bed coordinates can be inserted here: G92 has renamed the position. Null if it has not. */
function renamedAt(script: Rehearsed, at: number): string | null {
  const { modes, stage } = surroundingsAt(script, at)
  // Machines with a manually set origin always work that way.
  if (stage.firmware.originByHand) return null
  const axis = axes.find(each => Math.abs(modes.places.renamed[each]) > 0.001)
  if (!axis) return null
  const by = plain(modes.places.renamed[axis])
  return `G92 has shifted ${axis.toUpperCase()} by ${by} mm here, and this passage counts from the bed. Put it before that line, or home again first.`
}

type Ready = Extract<Plan, { ok: true }>

function madeAgain(lines: readonly Line[], old: MadePassage, text: string, title: string): Ready {
  const { from, to } = rangeOf(lines, old.firstLine, old.lastLine)
  const ending = lines[old.lastLine - 1]?.ending.length ?? 0
  return { ok: true, title: `Make “${title}” again`, edits: [{ from, to: to - ending, insert: text }] }
}

function put({ text: whole, lines }: Rehearsed, at: number, text: string, title: string, ending: string): Ready {
  const before = lines[at - 1]
  const from = before?.from ?? whole.length
  const gap = before || whole === '' || /[\r\n]$/.test(whole) ? '' : ending
  return { ok: true, title: `Add: ${title}`, edits: [{ from, to: from, insert: gap + text + ending }] }
}

/** Tolerances: the stated flow of a hot end is not exact, and a short purge in place may exceed it. */
const flow = { doubt: 1.05, inPlace: 1.5, worthMm: 3 }

/** Why the new passage on lines first…last is not possible: it leaves the reach, overheats, or extrudes too much. */
function whyNot({ text, stage }: Rehearsed, { edits }: Ready, first: number, last: number): string | null {
  const { trace } = rehearseLines(read(applyEdits(text, edits)), stage)
  const { printer } = stage
  const within = (line: number) => first <= line && line <= last
  for (const step of stepsOf(trace)) {
    const why = within(trace.rows.line[step.command] as number) ? whyBeyond(printer, step) : null
    if (why) return `It ${why}. Give it other numbers, or another place.`
  }
  const max = printer.heaters.nozzle.highestC
  for (let row = 0; row < trace.rows.count; row++) {
    const hottestC = Math.max(0, ...modesAfter(trace, row).nozzleTargets)
    if (
      within(trace.rows.line[row] as number) &&
      hottestC > max &&
      hottestC > Math.max(0, ...modesBefore(trace, row).nozzleTargets)
    )
      return `This would heat the nozzle to ${plain(hottestC, 0)} °C. This printer’s limit is ${plain(max, 0)} °C.`
  }
  const tooMuch = (mm3S: number, tool: number): string =>
    `It would extrude ${plain(mm3S, 1)} mm³/s; this hot end can melt ${plain(printer.tools[tool]?.highestFlowMm3S ?? 0, 1)} at most. Make it slower or thinner.`
  const thick = strokesOf(trace, stage).find(
    ({ line, tool, flowMm3S, lengthMm }) =>
      within(line) &&
      lengthMm >= flow.worthMm &&
      flowMm3S > (printer.tools[tool]?.highestFlowMm3S ?? Infinity) * flow.doubt,
  )
  if (thick) return tooMuch(thick.flowMm3S, thick.tool)
  // A purge in place may exceed the flow for a while, and filament that returns after a retraction does not count.
  const own = retractionOf(printer, trace.beginning.modes.tool)
  let back = withinPrint.includes(stage.moment) ? own * flow.inPlace : 0
  for (const step of stepsOf(trace)) {
    const tool = Math.max(0, trace.rows.modes[step.command]?.tool ?? 0)
    const beyond = step.filamentMm - back
    back = Math.max(0, back - step.filamentMm)
    if (step.kind !== 'push' || !within(trace.rows.line[step.command] as number) || beyond < flow.worthMm) continue
    const mm3S = (step.filamentMm * toolFilamentAreaMm2(printer, tool)) / (step.end - step.start)
    if (mm3S > (printer.tools[tool]?.highestFlowMm3S ?? Infinity) * flow.inPlace) return tooMuch(mm3S, tool)
  }
  return null
}
