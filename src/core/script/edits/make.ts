// Puts a made passage into a script, or makes one again from other parameters.

import type { Line } from '../../gcode/line.ts'
import { segmentAt } from '../../machine/heat.ts'
import { lastModes, modesBefore } from '../../machine/trace.ts'
import type { Edit } from '../../model/script.ts'
import {
  endLine,
  fitValues,
  type Made,
  type MadePassage,
  madePassages,
  markerLine,
  type Surroundings,
  standards,
  type Values,
} from '../makers/maker.ts'
import { makerNamed } from '../makers/makers.ts'
import { type Plan, type Rehearsed, rangeOf, refuse } from './plan.ts'

/** How things are counted just before a line runs, for a maker whose passage begins there. */
export function surroundingsAt({ commands, trace, stage }: Rehearsed, line: number): Surroundings {
  const row = commands.findIndex((command, index) => index < trace.rows.count && command.line >= line)
  const now = row < 0 ? trace.totalS : (trace.rows.start[row] as number)
  const segment = segmentAt(trace.bed, now)
  const heldS = segment.targetC > 0 && Number.isFinite(segment.reachS) ? now - segment.at - segment.reachS : 0
  return { stage, modes: row < 0 ? lastModes(trace) : modesBefore(trace, row), bedHeldS: Math.max(0, heldS) }
}

/** What a maker makes of these values before a line: its lines and the values as it took them, or why it can't. */
export function madeNow(
  script: Rehearsed,
  name: string,
  values: Values,
  at: number,
): (Extract<Made, { ok: true }> & { values: Values }) | Extract<Made, { ok: false }> {
  const maker = makerNamed(name)
  if (!maker) return { ok: false, why: `There is no maker called “${name}”.` }
  const surroundings = surroundingsAt(script, at)
  const parameters = maker.parameters(surroundings)
  const fitted = fitValues(parameters, { ...standards(parameters), ...values })
  if (typeof fitted === 'string') return { ok: false, why: fitted }
  const made = maker.make(fitted, surroundings)
  return made.ok ? { ...made, values: fitted } : made
}

/** Takes the two markers away, so that the lines between them are a person's own. */
export const ordinaryText = (lines: readonly Line[], { firstLine, lastLine }: MadePassage): Edit[] =>
  [firstLine, lastLine].map(line => ({ ...rangeOf(lines, line, line), insert: '' }))

/**
 * `at` is the marker line of a made passage of the same maker, which is then made again; else the new passage goes in before
 * that line (one past the last line for the end). Values that are left out are the standard ones.
 */
export function makePassage(script: Rehearsed, name: string, values: Values, at: number): Plan {
  const { lines } = script
  const made = madeNow(script, name, values, at)
  if (!made.ok) return refuse(made.why)
  const title = makerNamed(name)?.title ?? name
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  const note = made.note === undefined ? {} : { note: made.note }
  const text = [markerLine(name, made.values), ...made.lines, endLine(name)].join(ending)

  const old = madePassages(lines).made.find(each => each.firstLine === at && each.name === name)
  if (old) {
    const { from, to } = rangeOf(lines, old.firstLine, old.lastLine)
    const last = lines[old.lastLine - 1]
    return {
      ok: true,
      ...note,
      title: `Make “${title}” again`,
      edits: [{ from, to: to - (last?.ending.length ?? 0), insert: text }],
    }
  }
  const before = lines[at - 1]
  if (before)
    return {
      ok: true,
      ...note,
      title: `Add: ${title}`,
      edits: [{ from: before.from, to: before.from, insert: text + ending }],
    }
  const end = script.text.length
  const gap = end === 0 || /[\r\n]$/.test(script.text) ? '' : ending
  return {
    ok: true,
    ...note,
    title: `Add: ${title}`,
    edits: [{ from: end, to: end, insert: gap + text + ending }],
  }
}
