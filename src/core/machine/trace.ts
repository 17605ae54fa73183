// What a rehearsal leaves behind: steps in columns (they may be millions), a row for each command, heaters, messages.
import type { Indented } from '../macros/blocks.ts'
import { knownPosition, type MachineState, type Modes, type Position } from './state.ts'
import type { HeaterHistory } from './temperature.ts'

/** What the machine does for a stretch of time. The order is the code kept in the column. */
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

/** Steps as columns of equal length. A step starts where and when the one before it ended. Lengths in mm, times in s. */
export type Steps = {
  count: number
  /** Index into the commands. */
  command: Int32Array
  kind: Uint8Array
  /** When the step ends, s from the beginning. */
  end: Float64Array
  /** Machine position at the step's end; NaN while an axis is unknown. */
  x: Float64Array
  y: Float64Array
  z: Float64Array
  /** Filament moved in this step: forward positive, back negative, mm as pushed (flow override included). */
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

/** A command that is to be run, the line of the script that it came from, and how far right it stands where that matters. */
export type PlainCommand = Indented

/**
 * Something that could not be run as it stands: a macro, a file that is missing, blocks that don't fit, a value that nothing
 * gives, or something of the real machine that a rehearsal can't see.
 */
export type Trouble = {
  kind: 'macro' | 'file' | 'unreadable' | 'value' | 'unseen' | 'config'
  line: number
  why: string
  /** Where in a host's config it is, and what the simulated printer can't tell there. */
  inConfig?: { macro: string; line: number; why: string; unknown: string | null }
}

/** Files that ran for a command: the first one's name, how many commands they held, and how long they took, s. */
export type FileRun = { name: string; commands: number; tookS: number }

export type Message = { line: number; text: string; at: number }

export type Trace = {
  /** What the machine was in when it began. */
  beginning: MachineState
  /** What it is in at the end, but for its nozzles' tips, which the ooze tells. */
  left: Pick<MachineState, 'position' | 'remembered' | 'globals' | 'variables'>
  steps: Steps
  rows: CommandRows
  /** One for each tool. */
  nozzles: HeaterHistory[]
  bed: HeaterHistory
  chamber: HeaterHistory | null
  messages: Message[]
  totalS: number
  /** The commands that ran, one for each row; null where they were not to be kept. */
  ran: PlainCommand[] | null
  /** Macros, their files and what they reckon with, as far as they could not be worked out. */
  troubles: Trouble[]
  /** What branches and formulas came to, a sentence for the row. */
  notes: ReadonlyMap<number, string>
  /** Of an open document: what the conditions and loops in its lines came to, a sentence for each way that it went. */
  decided: ReadonlyMap<number, readonly string[]>
  /** Rows whose command ran files of the printer's own. */
  byFile: ReadonlyMap<number, FileRun>
  /** Where the script ends itself (an abort, the end of the job, an emergency stop) before its last line; null when it does not. */
  ended: { line: number; why: string } | null
  /** Why the rehearsal ended before the script did; null when it ran through. */
  stopped: { line: number; why: string } | null
}

export type Step = {
  kind: StepKind
  command: number
  start: number
  end: number
  from: Position
  to: Position
  filamentMm: number
}

/** Where the head was when the rehearsal began, mm; NaN where an axis was not known. */
export const beginningPosition = ({ beginning }: Pick<Trace, 'beginning'>): Position => knownPosition(beginning)

/** One step as an object, for those who look at a few. */
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

/** All steps in order, one object after another: a long print has millions. */
export function* stepsOf(trace: Trace): Generator<Step> {
  for (let i = 0; i < trace.steps.count; i++) yield stepAt(trace, i)
}

/** All steps in order, as objects, for those who look at them again and again. */
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

/** Modes before and after a command. */
export const modesBefore = (trace: Trace, command: number): Modes =>
  command > 0 ? (trace.rows.modes[command - 1] as Modes) : trace.beginning.modes
export const modesAfter = (trace: Trace, command: number): Modes => trace.rows.modes[command] as Modes

/** Modes when the script has ended. */
export const lastModes = (trace: Trace): Modes => modesBefore(trace, trace.rows.count)

/** The filament counter after a command, or as it was at the beginning when `command` is −1. */
export const counterAfter = (trace: Trace, command: number): number =>
  command < 0 ? trace.beginning.filament : (trace.rows.counter[command] as number)

/** The first index in an ascending column whose value is beyond `at`; `count` when there is none. */
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

/** The step that is under way at time `at`, the last one when all have ended; −1 when there are none. */
export const stepIndexAt = (trace: Trace, at: number): number =>
  Math.min(firstBeyond(trace.steps.end, trace.steps.count, at), trace.steps.count - 1)

/** The command under way at time `at`: the last one that has started; −1 when there are none. */
export const commandAt = (trace: Trace, at: number): number => firstBeyond(trace.rows.start, trace.rows.count, at) - 1

/** Where the head is at time `at`, mm; a straight share of the step under way. NaN where an axis is unknown. */
export function positionAt(trace: Trace, at: number): Position {
  const index = stepIndexAt(trace, at)
  if (index < 0) return beginningPosition(trace)
  const { from, to, start, end } = stepAt(trace, index)
  const share = end > start ? Math.min(1, Math.max(0, (at - start) / (end - start))) : 1
  const between = (a: number, b: number) => (share === 1 || a === b ? b : a + (b - a) * share)
  return { x: between(from.x, to.x), y: between(from.y, to.y), z: between(from.z, to.z) }
}

/** Where the head is when all has ended, mm; NaN where an axis is unknown. A command may name a place that no step went to. */
export const positionAtEnd = ({ left }: Pick<Trace, 'left'>): Position => knownPosition(left)
