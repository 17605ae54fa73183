// Carries all paths through a script, and collects the outcome of each line.
import { specOf } from '../firmware/spec.ts'
import type { Line } from '../gcode/line.ts'
import { stateAfter } from '../machine/after.ts'
import { oozeOf } from '../machine/ooze.ts'
import { rehearseLines } from '../resolve/resolve.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { pathsOf } from '../script/edits/ways.ts'
import type { Addition, Outcome, Walked } from './outcomes.ts'
import { Pass } from './pass.ts'
import type { Questions } from './questions.ts'
import type { Side } from './sides.ts'
import type { There } from './target-state.ts'
import { takenAsItIs } from './unchanged.ts'

/** Limit for separate looks at lines after one that ends the rehearsal. */
const maxAnew = 8

/** The outcome of every line: of its first run on any path. */
export function walk(script: Rehearsed, from: Side, to: Side, questions: Questions, sameMachine: boolean): Walked {
  const outcomes = new Map<number, Outcome>()
  const additions: Addition[] = []
  const held = new Set<number>()
  const take = (pass: Pass): void => {
    for (const [line, outcome] of pass.outcomes()) if (!outcomes.has(line)) outcomes.set(line, outcome)
    for (const line of pass.held) held.add(line)
    for (const each of pass.additions)
      if (!additions.some(({ after, lines }) => after === each.after && lines.join() === each.lines.join()))
        additions.push(each)
  }
  const ways = pathsOf(script)
  let there: There | null = null
  for (const way of typeof ways === 'string' ? [script] : ways) {
    const pass = new Pass(way, from, to, questions, sameMachine)
    pass.run()
    take(pass)
    there ??= pass.there
  }
  let rest = script
  for (let round = 0; there && round < maxAnew; round++) {
    const next = unrun(rest, script, outcomes)
    if (!next) break
    const pass: Pass = new Pass(next, from, to, questions, sameMachine, there)
    pass.run()
    const before = outcomes.size
    take(pass)
    if (outcomes.size === before) break
    rest = next
  }
  for (const line of script.lines) if (!outcomes.has(line.number)) outcomes.set(line.number, notRun(line, from, to))
  return { outcomes, additions, held }
}

/**
 * The commands that have not run yet, rehearsed from the state at the end of the last rehearsal; null if there are
 * none.
 */
function unrun(last: Rehearsed, script: Rehearsed, outcomes: ReadonlyMap<number, Outcome>): Rehearsed | null {
  const lines = script.lines.map(
    (line): Line =>
      line.command && !outcomes.has(line.number) ? line : { ...line, kind: 'blank', command: null, more: [] },
  )
  if (lines.every(({ command }) => command === null)) return null
  const ooze = oozeOf(last.trace, last.stage)
  const stage = { ...script.stage, from: stateAfter(last.trace, ooze, last.stage) }
  const { resolution, trace } = rehearseLines(lines, stage)
  return { ...script, lines, commands: trace.ran ?? [], resolution, trace, stage }
}

/** Comments, marks and blank lines stay; a line that never runs stays if the target firmware accepts it unchanged. */
function notRun(line: Line, from: Side, to: Side): Outcome {
  const stays: Outcome = { kind: 'same', became: [line.raw], why: 'It stays as it is.' }
  if (line.kind === 'unreadable') return { ...stays, why: 'It can’t be read, and is carried over unchanged.' }
  if (line.kind !== 'command' || !line.command) return stays
  if (!specOf(from.family, line.command))
    return { kind: 'refused', became: [], why: `${line.command.name} is not known here.` }
  return takenAsItIs(line.command, from, to)
    ? { ...stays, why: 'It does not run here, and is carried over unchanged.' }
    : { kind: 'refused', became: [], why: 'It never runs here, so its effect there is unknown.' }
}
