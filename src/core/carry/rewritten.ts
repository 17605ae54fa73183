// What becomes of one command: as it is, said otherwise, left out, asked for, or refused; and each with its reason.
import type { Effect } from '../firmware/effect.ts'
import type { Command, Line } from '../gcode/line.ts'
import type { Modes } from '../machine/state.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import type { Questions } from './questions.ts'
import type { Side } from './sides.ts'
import type { There } from './target-state.ts'

export type Said =
  | { kind: 'same' }
  /** `lines` take its place; where they read as it does, it is the same after all. `asks` where the reason is a proposal. */
  | { kind: 'changed'; lines: readonly string[]; why: string; asks?: boolean }
  | { kind: 'left-out'; why: string; asks?: boolean }
  | { kind: 'refused'; why: string }

export const same: Said = { kind: 'same' }
export const changed = (lines: readonly string[], why: string): Said => ({ kind: 'changed', lines, why })
export const leftOut = (why: string): Said => ({ kind: 'left-out', why })
export const refused = (why: string): Said => ({ kind: 'refused', why })

/** A phrase that its family may not have. */
export const sayOr = (text: string | null, why: string, without: string): Said =>
  text === null ? leftOut(without) : changed(text.split('\n'), why)

/** A command of the script as it ran: as written and with numbers, what it does, and how things were counted around it. */
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
  /** Whether it is the same machine with another firmware. */
  sameMachine: boolean
  there: There
  questions: Questions
}
