// Compares two rehearsals: moves, filament, temperatures, messages, times, and the final states.
import { mm } from '../format.ts'
import { axes } from '../model/printer.ts'
import type { Modes } from './state.ts'
import { lastModes, modesAfter, type Step, stepsOf, type Trace } from './trace.ts'

/** Where two runs differ first: the line in each (null beyond its end), and a description of the difference. */
export type Parting = { line: number | null; otherLine: number | null; what: string }

/** Tolerances: numbers written with fewer decimals differ by so much. */
const doubt = { mm: 0.003, share: 1e-3, s: 0.02 }

const near = (one: number, other: number, by: number): boolean =>
  Object.is(one, other) || Math.abs(one - other) <= by + doubt.share * Math.abs(one)

/** Whether two values are equal, with tolerance for numbers, at any depth. */
function alike(one: unknown, other: unknown): boolean {
  if (typeof one === 'number' && typeof other === 'number') return near(one, other, doubt.mm)
  if (one === null || other === null || typeof one !== 'object' || typeof other !== 'object') return one === other
  const [keys, others] = [Object.keys(one), Object.keys(other)]
  return keys.length === others.length && keys.every(key => alike(one[key as never], other[key as never]))
}

/** Modes that are compared during a run, with their names for people. */
const shown: readonly [keyof Modes, string][] = [
  ['nozzleTargets', 'the nozzle’s target'],
  ['bedTarget', 'the bed’s target'],
  ['chamberTarget', 'the chamber’s target'],
  ['fan', 'the fan'],
  ['tool', 'the tool in use'],
  ['levelling', 'bed levelling'],
]

/** The steps in which anything happens. */
function* telling(trace: Trace): Generator<Step> {
  for (const step of stepsOf(trace)) {
    const { kind, from, to, start, end, filamentMm } = step
    const way = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z)
    // A homed axis counts as a change, too.
    const found = axes.some(axis => Number.isNaN(from[axis]) && !Number.isNaN(to[axis]))
    const stays = kind === 'travel' && way < doubt.mm && filamentMm === 0
    if (found || (!stays && (end - start > 1e-6 || filamentMm !== 0 || way > 0))) yield step
  }
}

/** The names of the two runs in a description. */
type Called = readonly [one: string, other: string]

function stepDifference(one: Step, other: Step, [here, there]: Called): string | null {
  if (one.kind !== other.kind) return `${one.kind} ${here}, ${other.kind} ${there}`
  for (const axis of ['x', 'y', 'z'] as const) {
    const [a, b] = [one.to[axis], other.to[axis]]
    if (!near(a, b, doubt.mm)) return `${axis.toUpperCase()} ${mm(a)} ${here}, ${mm(b)} ${there}`
  }
  if (!near(one.filamentMm, other.filamentMm, doubt.mm))
    return `${mm(one.filamentMm)} of filament ${here}, ${mm(other.filamentMm)} ${there}`
  const [a, b] = [one.end - one.start, other.end - other.start]
  return near(a, b, doubt.s) ? null : `${a.toFixed(2)} s ${here}, ${b.toFixed(2)} s ${there}`
}

function modesDifference(one: Modes, other: Modes): string | null {
  const odd = one === other ? undefined : shown.find(([key]) => !alike(one[key], other[key]))
  return odd ? `${odd[1]} is another` : null
}

/**
 * The first difference of two runs; null if they are the same. `but` lists what may differ at the end, `as` names the
 * two runs.
 */
export function partingOf(
  one: Trace,
  other: Trace,
  { but = [], as = ['in one', 'in the other'] }: { but?: readonly (keyof Modes)[]; as?: Called } = {},
): Parting | null {
  const [here, there] = as
  const lineOf = ({ rows }: Trace, step: Step | undefined) => (step ? (rows.line[step.command] ?? null) : null)
  const [steps, others] = [telling(one), telling(other)]
  for (;;) {
    const [a, b] = [steps.next().value as Step | undefined, others.next().value as Step | undefined]
    if (!a && !b) break
    const what =
      a && b
        ? (stepDifference(a, b, as) ?? modesDifference(modesAfter(one, a.command), modesAfter(other, b.command)))
        : `${(a ?? b)?.kind} ${a ? here : there}, nothing ${a ? there : here}`
    if (what) return { line: lineOf(one, a), otherLine: lineOf(other, b), what }
  }
  for (let i = 0; i < Math.max(one.messages.length, other.messages.length); i++) {
    const [a, b] = [one.messages[i], other.messages[i]]
    if (a?.text.trim() !== b?.text.trim())
      return {
        line: a?.line ?? null,
        otherLine: b?.line ?? null,
        what: `the message “${a?.text ?? ''}” ${here}, “${b?.text ?? ''}” ${there}`,
      }
  }
  const [a, b] = [lastModes(one), lastModes(other)]
  const odd = (Object.keys(a) as (keyof Modes)[]).find(key => !but.includes(key) && !alike(a[key], b[key]))
  if (odd) return { line: null, otherLine: null, what: `at the end, ${shown.find(([key]) => key === odd)?.[1] ?? odd}` }
  const ended = (trace: Trace) => (trace.ended ?? trace.stopped) !== null
  return ended(one) === ended(other) ? null : { line: null, otherLine: null, what: 'one of them ends early' }
}
