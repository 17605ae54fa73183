// The results of resolving a script: its values, settings and guards.
import type { Quantity } from '../formula/evaluate.ts'
import type { Placeholder } from '../vocabulary/placeholders.ts'

export type ScriptSetting = Quantity & {
  line: number
  name: string
  /** As written after the `=`. */
  body: string
  range: readonly [number, number] | null
  note: string
}

/** An error in a value, setting or guard. `from` and `to` are offsets in the whole text. */
export type Problem = {
  kind: 'unknown' | 'not-now' | 'unreadable' | 'guard'
  line: number
  from: number
  to: number
  why: string
  /** The value used in the rehearsal instead, such as `200 °C`; null if the word counts as absent. */
  standIn: string | null
}

/** The current value of a value or formula, as the machine gets it; offsets in the whole text. */
export type Worth = { line: number; from: number; to: number; formula: string; text: string; unit: Quantity['unit'] }

export type Resolution = {
  settings: ScriptSetting[]
  problems: Problem[]
  /** For each line with a condition, whether its lines run. */
  guards: ReadonlyMap<number, boolean>
  /** Lines that a guard leaves out for this job. */
  skipped: ReadonlySet<number>
  worths: Worth[]
  /** A slicer's placeholders, with the values used for them. */
  placeholders: Placeholder[]
  /** Placeholders of unknown meaning, with their lines. The words they belong to count as absent. */
  absent: ReadonlyMap<string, readonly number[]>
}
