// What a script's values, settings and guards come to.
import type { Quantity } from '../formula/evaluate.ts'
import type { Placeholder } from '../vocabulary/placeholders.ts'

export type ScriptSetting = Quantity & {
  line: number
  name: string
  /** As written behind its `=`. */
  body: string
  range: readonly [number, number] | null
  note: string
}

/** Something in a value, setting or guard that could not be made out. `from` and `to` are offsets in the whole text. */
export type Problem = {
  kind: 'unknown' | 'not-now' | 'unreadable' | 'guard'
  line: number
  from: number
  to: number
  why: string
  /** What the line is rehearsed with in its place, as `200 °C`; null where it counts as absent. */
  standIn: string | null
}

/** What a value or formula in a line is worth now, as it is written for the machine; offsets in the whole text. */
export type Worth = { line: number; from: number; to: number; formula: string; text: string; unit: Quantity['unit'] }

export type Resolution = {
  settings: ScriptSetting[]
  problems: Problem[]
  /** For each line with a condition, whether its lines run. */
  guards: ReadonlyMap<number, boolean>
  /** Lines that a guard leaves out this time. */
  skipped: ReadonlySet<number>
  worths: Worth[]
  /** Another program's placeholders, and what they were rehearsed with. */
  placeholders: Placeholder[]
  /** Those whose meaning nothing tells, with their lines; what they stand in counts as absent. */
  absent: ReadonlyMap<string, readonly number[]>
}
