// The record of an effect: how it runs, its sentence, its purpose, and its entry in the command book.
import type { Does, Effect, EffectOf } from '../firmware/effect.ts'
import type { CommandSpec } from '../firmware/spec.ts'
import type { Command } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import type { Modes, Stage } from '../machine/state.ts'
import type { PlainCommand, Step, Trace } from '../machine/trace.ts'
import type { Value } from '../macros/values.ts'
import type { Purpose } from './purpose.ts'

/** A command that ran: its row, its steps, and the modes before and after. */
export type CommandContext<E extends Effect = Effect> = {
  command: Command
  spec: CommandSpec
  effect: E
  row: number
  before: Modes
  after: Modes
  steps: readonly Step[]
  tookS: number
  trace: Trace
  commands: readonly PlainCommand[]
  stage: Stage
  /** False if the command depends on modes that are unknown at the start of the script. */
  modesKnown: boolean
  /** The printer's files that ran for it: name, number of commands, and time, s; null if none did. */
  byFile: { name: string; commands: number; tookS: number } | null
}

/** A line as passages see it; `steps` is null if the line did not run. */
export type Seen<E extends Effect = Effect> = {
  command: Command
  effect: E
  steps: readonly Step[] | null
  stage: Stage
}

/** A file of the printer, or a command, that runs before or after a command. */
export type Call = { file: string; params?: Readonly<Record<string, Value>> } | { command: Command }

export type EffectRecord<D extends Does> = {
  /** Whether it moves the head, or could. */
  movesHead: boolean
  /** The kind of the effect for the command book, and further search words. */
  book: { kind: string | ((effect: EffectOf<D>) => string); alsoCalled?: string }
  /** Files of the printer that run before and after the command. */
  calls?: (
    recorder: Recorder,
    command: Command,
    effect: EffectOf<D>,
  ) => { before?: readonly Call[]; after?: readonly Call[] }
  /** Executes the effect. `byFile` means that a file has run instead of the firmware's own procedure. */
  run?: (recorder: Recorder, command: Command, effect: EffectOf<D>, byFile: boolean) => void
  /** The sentence for a command that ran; null to use the sentence from the table. */
  says?: (context: CommandContext<EffectOf<D>>) => string | null
  purpose?: Purpose | ((seen: Seen<EffectOf<D>>) => Purpose)
}

export const record = <D extends Does>(record: EffectRecord<D>): EffectRecord<D> => record
