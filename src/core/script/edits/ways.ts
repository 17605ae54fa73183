// All paths through a script's branches. An edit must be right on every path.
import { type Effect, effectOf } from '../../firmware/spec.ts'
import { plural } from '../../format.ts'
import { guardLine } from '../../formula/marks.ts'
import type { Command, Line } from '../../gcode/line.ts'
import { formulasIn } from '../../gcode/pieces.ts'
import { read } from '../../gcode/read.ts'
import { partingOf } from '../../machine/same-run.ts'
import type { Modes, Stage } from '../../machine/state.ts'
import type { Trace } from '../../machine/trace.ts'
import { applyEdits, type Edit } from '../../model/script.ts'
import { isForeign } from '../../resolve/foreign.ts'
import { halfGuards } from '../../resolve/guards.ts'
import { rehearseLines } from '../../resolve/resolve.ts'
import { branchIn, insideOf } from '../../vocabulary/tags.ts'
import type { Rehearsed } from './plan.ts'

/**
 * Up to `combined` conditions are tried in every combination, up to `each` one at a time; with more, edits are refused.
 * All paths together may run at most `commands` commands, which takes about two seconds.
 */
const max = { combined: 5, each: 40, commands: 20_000 }

/** The conditions of all branches, each once: our guards, a slicer's, and the firmware's. */
function conditionsIn(lines: readonly Line[], stage: Stage): string[] {
  const found = new Set<string>()
  const halves = halfGuards(lines.map(({ kind, raw }) => (kind === 'mark' ? raw : '')))
  for (const line of lines) {
    const guard = line.kind === 'mark' && !halves.has(line.number) ? guardLine(line.raw) : null
    if (guard && guard.kind !== 'end' && guard.condition !== null) found.add(guard.condition)
    if (isForeign(line, stage))
      for (const { formula, text } of formulasIn(line.raw)) {
        const condition = formula ? branchIn(insideOf(text))?.condition : undefined
        if (condition) found.add(condition)
      }
    const name = stage.firmware.flow ? line.command?.name : undefined
    if (name === 'IF' || name === 'ELIF' || name === 'WHILE') found.add(line.command?.message?.trim() ?? '')
  }
  return [...found]
}

const operators = /<=|>=|==|!=|=|<|>| is not | is /
const limitOf = /^("[^"]*"|[\w.+-]+) ?(?:°C|mm|s|min|%)?$/

/**
 * Reads a comparison of one subject with a number or word: `nozzle > 240 °C`, `material is "PETG"`. Null for other
 * conditions.
 */
function comparisonIn(text: string): { subject: string; operator: string; limit: number | string } | null {
  const operator = operators.exec(text)
  if (!operator) return null
  const word = limitOf.exec(text.slice(operator.index + operator[0].length).trim())?.[1]
  if (word === undefined) return null
  const limit = Number.isFinite(Number(word)) ? Number(word) : word
  return { subject: text.slice(0, operator.index).trim(), operator: operator[0].trim(), limit }
}

const holdsFor = (value: number | string, operator: string, limit: number | string): boolean => {
  switch (operator) {
    case '<':
      return value < limit
    case '>':
      return value > limit
    case '<=':
      return value <= limit
    case '>=':
      return value >= limit
    case '!=':
    case 'is not':
      return value !== limit
    default:
      return value === limit
  }
}

/** Whether a combination of results is possible: comparisons of the same subject must agree on a value. */
function possible(branches: ReadonlyMap<string, boolean>): boolean {
  const bySubject = new Map<string, { operator: string; limit: number | string; so: boolean }[]>()
  for (const [text, so] of branches) {
    const found = comparisonIn(text)
    if (found) bySubject.set(found.subject, [...(bySubject.get(found.subject) ?? []), { ...found, so }])
  }
  return [...bySubject.values()].every(all => {
    // Values at, between and beyond the limits.
    const values = all.flatMap(({ limit }): (number | string)[] =>
      typeof limit === 'number' ? [limit, limit - 1e-3, limit + 1e-3] : [limit, `not ${limit}`],
    )
    return values.some(value => all.every(({ operator, limit, so }) => holdsFor(value, operator, limit) === so))
  })
}

function combinations(conditions: readonly string[]): Map<string, boolean>[] {
  const all = (so: (at: number) => boolean) => new Map(conditions.map((text, at) => [text, so(at)]))
  if (conditions.length <= max.combined)
    return Array.from({ length: 2 ** conditions.length }, (_, bits) => all(at => ((bits >> at) & 1) === 1))
  return [true, false].flatMap(rest => [
    all(() => rest),
    ...conditions.map((_, one) => all(at => (at === one) !== rest)),
  ])
}

const known = new WeakMap<Trace, readonly Rehearsed[]>()

/**
 * The script as rehearsed, then on every other path; a sentence if there are too many. A loop with a fixed condition
 * runs once.
 */
export function pathsOf(script: Rehearsed): readonly Rehearsed[] | string {
  const had = known.get(script.trace)
  if (had) return had
  const conditions = conditionsIn(script.lines, script.stage)
  if (conditions.length > max.each)
    return `The script branches on ${conditions.length} conditions: too many to look at every way that it can go.`
  const others = conditions.length === 0 ? [] : combinations(conditions).filter(possible)
  if (others.length * script.trace.rows.count > max.commands)
    return `The script runs ${script.trace.rows.count.toLocaleString('en')} commands and branches on ${plural(conditions.length, 'condition')}: too many to look at every way that it can go.`
  const ways = [
    script,
    ...others.map((branches): Rehearsed => {
      const stage = { ...script.stage, branches }
      const { resolution, trace } = rehearseLines(script.lines, stage)
      return { ...script, stage, resolution, trace, commands: trace.ran ?? [] }
    }),
  ]
  known.set(script.trace, ways)
  return ways
}

/** The source of a command that ran: its line, and the command there. Null for commands made by a macro or a file. */
export function sourceOf(
  { lines, commands }: Pick<Rehearsed, 'lines' | 'commands'>,
  row: number,
): { line: Line; command: Command } | null {
  const { line: number, which } = commands[row] ?? { line: 0 }
  const line = which === undefined ? undefined : lines[number - 1]
  const command = which === 0 ? line?.command : line?.more[(which ?? 0) - 1]
  return line && command ? { line, command } : null
}

/** The lines from…to, and which of their commands an edit concerns. */
export type Reach = { first: number; last: number; concerns: (effect: Effect | undefined, command: Command) => boolean }

/**
 * Combines the edits of all paths, each piece of text once. An edit returns, unchanged, also the pieces that it
 * examined and left. A sentence if it refuses on one path, if a piece would have to change differently each time its
 * line runs, or if no path runs a line that the edit concerns.
 */
export function onEveryPath(
  script: Rehearsed,
  reach: Reach,
  edit: (way: Rehearsed) => readonly Edit[] | string,
): Edit[] | string {
  const ways = pathsOf(script)
  if (typeof ways === 'string') return ways
  const never = neverRun(script, ways, reach)
  if (never !== null) return `Line ${never} never runs in this rehearsal, so what it would do is not known.`
  const places = new Map<string, Edit>()
  for (const way of ways) {
    const edits = edit(way)
    if (typeof edits === 'string') return edits
    for (const each of edits) {
      const place = `${each.from} ${each.to}`
      const before = places.get(place)
      if (before && before.insert !== each.insert) return conflictAt(script, each)
      places.set(place, each)
    }
  }
  return [...places.values()].filter(({ from, to, insert }) => script.text.slice(from, to) !== insert)
}

const linesKnown = new WeakMap<readonly Rehearsed[], ReadonlySet<number>>()

/** The lines that run on any path. */
function linesRun(ways: readonly Rehearsed[]): ReadonlySet<number> {
  const known = linesKnown.get(ways)
  if (known) return known
  const ran = new Set<number>()
  for (const { commands } of ways) for (const { line, which } of commands) if (which !== undefined) ran.add(line)
  linesKnown.set(ways, ran)
  return ran
}

function neverRun(
  { lines, stage }: Rehearsed,
  ways: readonly Rehearsed[],
  { first, last, concerns }: Reach,
): number | null {
  const ran = linesRun(ways)
  const never = lines
    .slice(first - 1, last)
    .find(({ number, command }) => command && !ran.has(number) && concerns(effectOf(stage.firmware, command), command))
  return never?.number ?? null
}

const conflictAt = ({ lines }: Rehearsed, { from }: Edit): string => {
  const line = lines.findLast(each => each.from <= from)?.number ?? 1
  return `Line ${line} would need another number each time that it runs: in a loop, or under one condition and another. No single one is right.`
}

/** The whole script, for an edit that concerns commands with this effect. */
export const everywhere = ({ lines }: Rehearsed, concerns: Reach['concerns']): Reach => ({
  first: 1,
  last: lines.length,
  concerns,
})

/**
 * Why edits that should only change the notation are refused: they change what the script does on one of its paths.
 * Null if it does the same on all; `but` names what may differ at the end.
 */
export function doesOtherwise(
  script: Rehearsed,
  edits: readonly Edit[],
  but: readonly (keyof Modes)[] = [],
): string | null {
  const ways = pathsOf(script)
  if (typeof ways === 'string') return ways
  const lines = read(applyEdits(script.text, edits))
  for (const { trace, stage } of ways) {
    const parting = partingOf(trace, rehearseLines(lines, stage).trace, { but, as: ['before', 'after'] })
    if (parting)
      return `It would no longer do the same${parting.line === null ? '' : ` at line ${parting.line}`}: ${parting.what}.`
  }
  return null
}
