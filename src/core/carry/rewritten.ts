// The outcome of one command: unchanged, rewritten, left out, asked, or refused, each with its reason.
import type { Effect } from '../firmware/effect.ts'
import type { Command, Line } from '../gcode/line.ts'
import type { Modes } from '../machine/state.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import type { Questions } from './questions.ts'
import type { Side } from './sides.ts'
import type { There } from './target-state.ts'

export type Rewritten =
  | { kind: 'same' }
  /** `lines` replace it; if they are equal to it, it is unchanged. `asks` if the reason is a proposal. */
  | { kind: 'changed'; lines: readonly string[]; why: string; asks?: boolean }
  | { kind: 'left-out'; why: string; asks?: boolean }
  | { kind: 'refused'; why: string }

export const same: Rewritten = { kind: 'same' }
export const changed = (lines: readonly string[], why: string): Rewritten => ({ kind: 'changed', lines, why })
export const leftOut = (why: string): Rewritten => ({ kind: 'left-out', why })
export const refused = (why: string): Rewritten => ({ kind: 'refused', why })

/** A phrase that the family may lack. */
export const sayOr = (text: string | null, why: string, without: string): Rewritten =>
  text === null ? leftOut(without) : changed(text.split('\n'), why)

/** A command as it ran: its source, the command with numbers, its effect, and the modes before and after. */
export type Ran<E extends Effect = Effect> = {
  line: Line
  own: Command
  command: Command
  effect: E
  row: number
  before: Modes
  after: Modes
  way: Rehearsed
  from: Side
  to: Side
  /** Whether source and target are the same machine with different firmware. */
  sameMachine: boolean
  there: There
  questions: Questions
}
