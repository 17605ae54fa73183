// The result of a rehearsal: steps in columns (a print has millions), a row for each command, heaters, messages.
import type { Indented } from '../macros/blocks.ts'
import { knownPosition, type MachineState, type Modes, type Position } from './state.ts'
import type { HeaterHistory } from './temperature.ts'

/** The kinds of steps. A kind's index in this list is its code in the column. */
export const stepKinds = [
  'travel',
  'extrude',
  'push',
  'retract',
  'home',
  'probe',
  'wait-nozzle',
  'wait-bed',
  'wait-chamber',
  'align',
  'stand',
] as const
export type StepKind = (typeof stepKinds)[number]

/**
 * Steps as columns of equal length. Each step starts where and when the previous one ended. Lengths in mm, times in s.
 */
export type Steps = {
  count: number
  /** Index into the commands. */
  command: Int32Array
  kind: Uint8Array
  /** When the step ends, s from the start of the rehearsal. */
  end: Float64Array
  /** Machine position at the end of the step; NaN while an axis is unknown. */
  x: Float64Array
  y: Float64Array
  z: Float64Array
  /** Filament moved in this step, mm: positive when extruded, negative when retracted, including the flow override. */
  filament: Float64Array
}

/** For each command: its source line, when it starts and ends, its first step, and the modes after it. */
export type CommandRows = {
  count: number
  line: Int32Array
  start: Float64Array
  end: Float64Array
  firstStep: Int32Array
  /** The firmware's filament counter after the command, mm. */
  counter: Float64Array
  modes: Modes[]
}

/** A command to run, with its source line and indentation. */
export type PlainCommand = Indented

/**
 * Something that could not be run: an unknown macro, a missing file, mismatched blocks, an unknown value, or a fact of
 * the real machine that a rehearsal can't know.
 */
export type Trouble = {
  kind: 'macro' | 'file' | 'unreadable' | 'value' | 'unseen' | 'config'
  line: number
  why: string
  /** Position in a host's config, and the value there that the simulated printer does not know. */
  inConfig?: { macro: string; line: number; why: string; unknown: string | null }
}

/** The files that ran for a command: the first file's name, the number of commands, and the time they took, s. */
export type FileRun = { name: string; commands: number; tookS: number }

export type Message = { line: number; text: string; at: number }

export type Trace = {
  /** The state at the start. */
  beginning: MachineState
  /** The state at the end, except for the nozzles' tips, which are calculated with the ooze. */
  left: Pick<MachineState, 'position' | 'remembered' | 'globals' | 'variables'>
  steps: Steps
  rows: CommandRows
  /** One for each tool. */
  nozzles: HeaterHistory[]
  bed: HeaterHistory
  chamber: HeaterHistory | null
  messages: Message[]
  totalS: number
  /** The commands that ran, one for each row; null if they were not recorded. */
  ran: PlainCommand[] | null
  /** Problems with macros, files and their expressions. */
  troubles: Trouble[]
  /** Results of branches and formulas, a sentence for each row. */
  notes: ReadonlyMap<number, string>
  /** In a config or macro file: results of conditions and loops in its lines, a sentence for each path taken. */
  decided: ReadonlyMap<number, readonly string[]>
  /** Rows whose command ran macro files of the printer. */
  byFile: ReadonlyMap<number, FileRun>
  /** Where and why the script ended before its last line; null if it did not. */
  ended: Ended | null
  /** Why the rehearsal ended before the script; null if it ran to the end. */
  stopped: { line: number; why: string } | null
}

/**
 * `by` is the cause. `job`: a command ended the job. `program`: the command that closes a complete program (M30).
 * `error`: a raise, an abort or an emergency stop. `call`: a call leaves out a parameter that the macro needs. `refused`:
 * the firmware can't run the template.
 */
export type Ended = { line: number; by: 'job' | 'program' | 'error' | 'call' | 'refused'; why: string }

export type Step = {
  kind: StepKind
  command: number
  start: number
  end: number
  from: Position
  to: Position
  filamentMm: number
}

/** The head's position at the start, mm; NaN for unknown axes. */
export const beginningPosition = ({ beginning }: Pick<Trace, 'beginning'>): Position => knownPosition(beginning)

/** One step as an object. For callers that need only a few. */
export function stepAt(trace: Trace, index: number): Step {
  const { steps, beginning } = trace
  const before = index - 1
  return {
    kind: stepKinds[steps.kind[index] as number] as StepKind,
    command: steps.command[index] as number,
    start: before < 0 ? 0 : (steps.end[before] as number),
    end: steps.end[index] as number,
    from:
      before < 0
        ? knownPosition(beginning)
        : { x: steps.x[before] as number, y: steps.y[before] as number, z: steps.z[before] as number },
    to: { x: steps.x[index] as number, y: steps.y[index] as number, z: steps.z[index] as number },
    filamentMm: steps.filament[index] as number,
  }
}

/** All steps in order, one object at a time: a long print has millions. */
export function* stepsOf(trace: Trace): Generator<Step> {
  for (let i = 0; i < trace.steps.count; i++) yield stepAt(trace, i)
}

/** All steps in order, as an array of objects, for callers that read them several times. */
export const allSteps = (trace: Trace): Step[] => stepsBetween(trace, 0, trace.steps.count)

/** The steps of one command, as objects. */
export function stepsOfCommand(trace: Trace, command: number): Step[] {
  const first = trace.rows.firstStep[command] as number
  const next = command + 1 < trace.rows.count ? (trace.rows.firstStep[command + 1] as number) : trace.steps.count
  return stepsBetween(trace, first, next)
}

function stepsBetween(trace: Trace, first: number, next: number): Step[] {
  const steps: Step[] = []
  for (let i = first; i < next; i++) steps.push(stepAt(trace, i))
  return steps
}

/** The modes before and after a command. */
export const modesBefore = (trace: Trace, command: number): Modes =>
  command > 0 ? (trace.rows.modes[command - 1] as Modes) : trace.beginning.modes
export const modesAfter = (trace: Trace, command: number): Modes => trace.rows.modes[command] as Modes

/** The modes at the end of the script. */
export const lastModes = (trace: Trace): Modes => modesBefore(trace, trace.rows.count)

/** The filament counter after a command; at the start if `command` is −1. */
export const counterAfter = (trace: Trace, command: number): number =>
  command < 0 ? trace.beginning.filament : (trace.rows.counter[command] as number)

/** The first index in an ascending column whose value is greater than `at`; `count` if there is none. */
function firstBeyond(column: Float64Array, count: number, at: number): number {
  let low = 0
  let high = count
  while (low < high) {
    const middle = (low + high) >> 1
    if ((column[middle] as number) > at) high = middle
    else low = middle + 1
  }
  return low
}

/** The step under way at time `at`; the last one if all have ended; −1 if there are no steps. */
export const stepIndexAt = (trace: Trace, at: number): number =>
  Math.min(firstBeyond(trace.steps.end, trace.steps.count, at), trace.steps.count - 1)

/** The command under way at time `at`: the last one that has started; −1 if there are none. */
export const commandAt = (trace: Trace, at: number): number => firstBeyond(trace.rows.start, trace.rows.count, at) - 1

/** The head's position at time `at`, mm, interpolated linearly within the step. NaN for unknown axes. */
export function positionAt(trace: Trace, at: number): Position {
  const index = stepIndexAt(trace, at)
  if (index < 0) return beginningPosition(trace)
  const { from, to, start, end } = stepAt(trace, index)
  const share = end > start ? Math.min(1, Math.max(0, (at - start) / (end - start))) : 1
  const between = (a: number, b: number) => (share === 1 || a === b ? b : a + (b - a) * share)
  return { x: between(from.x, to.x), y: between(from.y, to.y), z: between(from.z, to.z) }
}

/** The head's position at the end, mm; NaN for unknown axes. A command may set a position that no step moves to. */
export const positionAtEnd = ({ left }: Pick<Trace, 'left'>): Position => knownPosition(left)
