// Goes through a script in every way that it can run, and says what becomes of each of its lines on the other printer.
import { specOf } from '../firmware/spec.ts'
import type { Line } from '../gcode/line.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { waysOf } from '../script/edits/ways.ts'
import { takenAsItIs } from './as-is.ts'
import type { Addition, Outcome, Walked } from './outcomes.ts'
import { Pass } from './pass.ts'
import type { Questions } from './questions.ts'
import type { Side } from './sides.ts'

/** What becomes of every line of a script: of each as it ran first, in any of the ways that its branches can go. */
export function walk(script: Rehearsed, from: Side, to: Side, questions: Questions, sameMachine: boolean): Walked {
  const ways = waysOf(script)
  const outcomes = new Map<number, Outcome>()
  const additions: Addition[] = []
  const held = new Set<number>()
  for (const way of typeof ways === 'string' ? [script] : ways) {
    const pass = new Pass(way, from, to, questions, sameMachine)
    pass.run()
    for (const [line, outcome] of pass.outcomes()) if (!outcomes.has(line)) outcomes.set(line, outcome)
    for (const line of pass.held) held.add(line)
    for (const each of pass.additions)
      if (!additions.some(({ after, lines }) => after === each.after && lines.join() === each.lines.join()))
        additions.push(each)
  }
  for (const line of script.lines) if (!outcomes.has(line.number)) outcomes.set(line.number, notRun(line, from, to))
  return { outcomes, additions, held }
}

/** Comments, marks and blank lines stay; a line that never runs stays where the other firmware takes it as it is. */
function notRun(line: Line, from: Side, to: Side): Outcome {
  const stays: Outcome = { kind: 'same', became: [line.raw], why: 'It stays as it is.' }
  if (line.kind === 'unreadable') return { ...stays, why: 'It can’t be read, and is carried as it is.' }
  if (line.kind !== 'command' || !line.command) return stays
  if (!specOf(from.family, line.command))
    return { kind: 'refused', became: [], why: `${line.command.name} is not known here.` }
  return takenAsItIs(line.command, from, to)
    ? { ...stays, why: 'It does not run here, and is carried as it is.' }
    : { kind: 'refused', became: [], why: 'It never runs here, so what it would do there is not known.' }
}
