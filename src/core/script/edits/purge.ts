// Changes the amount, bead and speed of all strokes of a purge at once.
import { effectOf } from '../../firmware/spec.ts'
import { numberOf, wordOf } from '../../gcode/line.ts'
import { beadAreaMm2, toolFilamentAreaMm2 } from '../../machine/outcome.ts'
import { counterAfter, modesBefore, type Step, stepsOfCommand } from '../../machine/trace.ts'
import type { Edit } from '../../model/script.ts'
import type { Passage } from '../passages.ts'
import { afterLastWord, notANumber, replacePiece } from './lines.ts'
import { laysFilament, movesIn, replace, writtenLike } from './places.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'
import { onEveryPath, type Reach, sourceOf } from './ways.ts'

/**
 * Calculates a stroke's new filament, mm, from the old. `lengthMm` is the path of the command in `row`, `tool` the tool
 * in use.
 */
type Refill = (filamentMm: number, lengthMm: number, tool: number, row: number, way: Rehearsed) => number

const lengthOf = (script: Rehearsed, row: number): number =>
  stepsOfCommand(script.trace, row).reduce(
    (sum, { from, to }) => sum + Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z),
    0,
  )

/**
 * Rewrites the E of every stroke in the passage; retractions stay. With absolute extrusion later E values are adjusted,
 * also after the passage up to the next reset; without a reset the edit is refused.
 */
function refill(script: Rehearsed, passage: Passage, title: string, fill: Refill): Plan {
  const lays = movesIn(script, passage).some(({ row }) => laysFilament(script, row))
  if (!lays) return refuse('It lays no line of filament.')
  const edits = onEveryPath(script, movesOf(passage, 'E'), way => refilled(way, passage, fill))
  if (typeof edits === 'string') return refuse(edits)
  return edits.length ? { ok: true, title, edits } : refuse('It is so already.')
}

/** The moves of a passage that have this letter, or all of them. */
const movesOf = ({ firstLine, lastLine }: Passage, letter?: string): Reach => ({
  first: firstLine,
  last: lastLine,
  concerns: (effect, command) =>
    (effect?.does === 'move' || effect?.does === 'arc') && (!letter || wordOf(command, letter) !== undefined),
})

/** The edits for one path through the script. */
function refilled(script: Rehearsed, passage: Passage, fill: Refill): Edit[] | string {
  const { commands, trace, stage } = script
  const edits: Edit[] = []
  let shift = 0
  for (let row = 0; row < trace.rows.count; row++) {
    const { line, command } = commands[row] as Rehearsed['commands'][number]
    if (line < passage.firstLine) continue
    const effect = effectOf(stage.firmware, command)
    const inside = line <= passage.lastLine
    const moves = effect?.does === 'move' || effect?.does === 'arc'
    if (effect?.does === 'set-position' && (wordOf(command, 'E') || command.words.length === 0)) shift = 0
    if (!moves || !wordOf(command, 'E')) continue
    const modes = modesBefore(trace, row)
    const relative = modes.extrusion === 'relative'
    if (!inside && (relative || Math.abs(shift) < 1e-9)) continue
    if (!inside)
      return `Line ${line} uses the filament counter after it. First set the counter to zero (G92 E0) after this passage.`
    const source = sourceOf(script, row)
    const word = source && wordOf(source.command, 'E')
    if (!word) return `Line ${line} calls what extrudes by itself. That can’t be changed from here.`
    const value = numberOf(command, 'E')
    if (value === null || word.formula) return notANumber(source.line, word)
    const scale = modes.units === 'inch' ? 25.4 : 1
    const step = (counterAfter(trace, row) - counterAfter(trace, row - 1)) / scale
    const lays = laysFilament(script, row)
    const now = lays ? fill(step * scale, lengthOf(script, row), modes.tool, row, script) / scale : step
    shift += now - step
    const change = relative ? now - step : shift
    const written = Math.abs(change) < 1e-9 ? word.text : writtenLike(word, 'E', relative ? now : value + shift)
    edits.push(replacePiece(source.line, word, written))
  }
  return edits
}

/** Scales what every stroke extrudes; 50 for half. */
export function scalePurge(script: Rehearsed, passage: Passage, percent: number): Plan {
  if (!(percent > 0 && percent <= 1000)) return refuse('The amount is more than 0 and at most 1000 %.')
  return refill(script, passage, `Extrude ${percent} % in “${passage.title}”`, filament => (filament * percent) / 100)
}

/** Gives every stroke a bead with this cross-section, mm²: filament = area · length / (π/4·d²). */
export function setBead(script: Rehearsed, passage: Passage, areaMm2: number): Plan {
  if (!(areaMm2 > 0 && areaMm2 <= 10)) return refuse('A bead is more than 0 and at most 10 mm² thick.')
  return refill(
    script,
    passage,
    `Beads of ${areaMm2} mm² in “${passage.title}”`,
    (_, length, tool) => (areaMm2 * length) / toolFilamentAreaMm2(script.stage.printer, tool),
  )
}

/** Gives every stroke a bead of this width, mm, at its height. */
export function setBeadWidth(script: Rehearsed, passage: Passage, widthMm: number): Plan {
  if (!(widthMm > 0 && widthMm <= 20)) return refuse('A bead is more than 0 and at most 20 mm wide.')
  return refill(script, passage, `Beads ${widthMm} mm wide in “${passage.title}”`, (_, length, tool, row, way) => {
    const heightMm = stepsOfCommand(way.trace, row)[0]?.to.z ?? 0
    return (beadAreaMm2(widthMm, heightMm) * length) / toolFilamentAreaMm2(script.stage.printer, tool)
  })
}

/**
 * Changes the length of the strokes along the axis they run along, measured from the start of the first. The bead stays
 * the same. Refused for relative moves, arcs, and beyond the reach.
 */
export function setPurgeLength(script: Rehearsed, passage: Passage, lengthMm: number): Plan {
  if (!(lengthMm >= 1 && lengthMm <= 2000)) return refuse('A purge line is 1 to 2000 mm long.')
  const first = movesIn(script, passage).find(({ row }) => laysFilament(script, row))
  const stroke = first && stepsOfCommand(script.trace, first.row)[0]
  if (!stroke) return refuse('It lays no line of filament.')
  const [dx, dy] = [stroke.to.x - stroke.from.x, stroke.to.y - stroke.from.y]
  const axis = Math.abs(dx) >= Math.abs(dy) ? 'x' : 'y'
  const factor = lengthMm / Math.abs(axis === 'x' ? dx : dy)
  const begin = stroke.from[axis]
  const places = replace(
    script,
    passage,
    [axis],
    (same, value) => ({ axis: same, value: begin + (value - begin) * factor }),
    null,
  )
  if (typeof places === 'string') return refuse(places)
  const stretched = ({ from, to }: Step): number => {
    const [x, y, z] = [to.x - from.x, to.y - from.y, to.z - from.z]
    return axis === 'x' ? Math.hypot(x * factor, y, z) : Math.hypot(x, y * factor, z)
  }
  const title = `Make “${passage.title}” ${lengthMm} mm long`
  const filament = refill(script, passage, title, (had, length, _tool, row, way) => {
    const now = stepsOfCommand(way.trace, row).reduce((sum, step) => sum + stretched(step), 0)
    return had * (length > 0 ? now / length : 1)
  })
  return filament.ok ? { ok: true, title, edits: [...places, ...filament.edits] } : filament
}

/** Sets the speed of every stroke, mm/s. A later move that relied on the old feed rate gets its own. */
export function setPurgeSpeed(script: Rehearsed, passage: Passage, speedMmS: number): Plan {
  if (!(speedMmS > 0 && speedMmS <= 1000)) return refuse('A speed is more than 0 and at most 1000 mm/s.')
  if (!movesIn(script, passage).some(({ row }) => laysFilament(script, row)))
    return refuse('It lays no line of filament.')
  const edits = onEveryPath(script, movesOf(passage), way => hastened(way, passage, Math.round(speedMmS * 60)))
  if (typeof edits === 'string') return refuse(edits)
  return edits.length
    ? { ok: true, title: `Lay “${passage.title}” at ${speedMmS} mm/s`, edits }
    : refuse('It has that speed already.')
}

/** The edits for one path through the script; `wanted` in mm/min. */
function hastened(script: Rehearsed, passage: Passage, wanted: number): Edit[] | string {
  const { commands, trace, stage } = script
  const edits: Edit[] = []
  /** The feed rate after the edits so far, mm/min; null before the first stroke. */
  let now: number | null = null
  const strokes = new Set(
    movesIn(script, passage)
      .filter(({ row }) => laysFilament(script, row))
      .map(({ row }) => row),
  )
  if (strokes.size === 0) return edits
  const lastStroke = Math.max(...strokes)
  for (let row = Math.min(...strokes); row < trace.rows.count; row++) {
    const { line, command } = commands[row] as Rehearsed['commands'][number]
    const does = effectOf(stage.firmware, command)?.does
    if (does !== 'move' && does !== 'arc') continue
    const source = sourceOf(script, row)
    if (!source) {
      if (strokes.has(row) || (now !== null && !wordOf(command, 'F')))
        return `Line ${line} calls what moves by itself. Its speed can’t be changed from here.`
      now = trace.rows.modes[row]?.feedMmMin ?? null
      continue
    }
    const feed = trace.rows.modes[row]?.feedMmMin ?? null
    const scale = modesBefore(trace, row).units === 'inch' ? 25.4 : 1
    const target = strokes.has(row) ? wanted : feed
    const word = wordOf(source.command, 'F')
    if (word) {
      if (word.formula && target !== feed) return notANumber(source.line, word)
      const written = target === feed || target === null ? word.text : writtenLike(word, 'F', target / scale)
      edits.push(replacePiece(source.line, word, written))
      now = target
    } else {
      const needs = now !== target && target !== null && (strokes.has(row) || now !== null)
      edits.push(afterLastWord(source, needs ? ` F${Number((target / scale).toFixed(3))}` : ''))
      if (needs) now = target
    }
    if (row > lastStroke) break
  }
  return edits
}
