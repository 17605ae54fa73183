// Finds dependents of lines that were left out: a message that says “probing” when nothing is probed any more.
import { effectOf } from '../firmware/spec.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { passagesOf } from '../script/passages.ts'
import type { Outcome } from './outcomes.ts'

const touching: readonly (string | undefined)[] = ['probe', 'probe-point', 'levelling', 'align']
const speaksOfIt = /\b(?:prob|mesh|level|align|gantry)/i

/** The outcomes with such messages left out. */
export function withDependents(script: Rehearsed, outcomes: ReadonlyMap<number, Outcome>): Map<number, Outcome> {
  const all = new Map(outcomes)
  const effects = script.lines.map(({ command }) =>
    command ? effectOf(script.stage.firmware, command)?.does : undefined,
  )
  for (const { firstLine, lastLine } of passagesOf(script.lines, script.trace, script.stage)) {
    const numbers = script.lines.slice(firstLine - 1, lastLine).map(({ number }) => number)
    const touches = numbers.filter(number => touching.includes(effects[number - 1]))
    if (touches.length === 0 || touches.some(number => all.get(number)?.kind !== 'left-out')) continue
    for (const number of numbers) {
      const raw = script.lines[number - 1]?.raw ?? ''
      if (effects[number - 1] === 'message' && speaksOfIt.test(raw) && all.get(number)?.kind !== 'left-out')
        all.set(number, { kind: 'left-out', became: [], why: 'Its text is about lines that are left out.' })
    }
  }
  return all
}
