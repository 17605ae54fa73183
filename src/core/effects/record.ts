// What is known of an effect, in one record: what it does to the machine, its sentence, its purpose, its place in the command book.
import type { Does, Effect, EffectOf } from '../firmware/effect.ts'
import type { CommandSpec } from '../firmware/spec.ts'
import type { Command } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import type { Modes, Stage } from '../machine/state.ts'
import type { PlainCommand, Step, Trace } from '../machine/trace.ts'
import type { Value } from '../macros/values.ts'
import type { Purpose } from './purpose.ts'

/** A command that ran, with what it did: its row, its steps, the modes before and after. */
export type Told<E extends Effect = Effect> = {
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
  /** False where the script's first command of this sort meets modes that it can't know. */
  modesKnown: boolean
  /** How many commands of the printer's own files ran for it, and for how long, s; null where none did. */
  byFile: { name: string; commands: number; tookS: number } | null
}

/** A line as passages see it: `steps` are null where it did not run. */
export type Seen<E extends Effect = Effect> = {
  command: Command
  effect: E
  steps: readonly Step[] | null
  stage: Stage
}

/** A file of the printer's own, or a command, that runs around another. */
export type Call = { file: string; params?: Readonly<Record<string, Value>> } | { command: Command }

export type EffectRecord<D extends Does> = {
  /** Whether it moves the head, or would. */
  movesHead: boolean
  /** Its sort in a few words, for the command book, and words that people look for it by. */
  book: { kind: string | ((effect: EffectOf<D>) => string); alsoCalled?: string }
  /** Files of the printer's own that run before the command itself and after it. */
  calls?: (
    recorder: Recorder,
    command: Command,
    effect: EffectOf<D>,
  ) => { before?: readonly Call[]; after?: readonly Call[] }
  /** Does it. `byFile` says that a file has run in place of the machine's own way. */
  run?: (recorder: Recorder, command: Command, effect: EffectOf<D>, byFile: boolean) => void
  /** The sentence for what happened; null for what the table says of it. */
  says?: (told: Told<EffectOf<D>>) => string | null
  purpose?: Purpose | ((seen: Seen<EffectOf<D>>) => Purpose)
}

export const record = <D extends Does>(record: EffectRecord<D>): EffectRecord<D> => record
