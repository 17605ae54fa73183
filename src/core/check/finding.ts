// What a rule is and what it finds.
import type { CommandSpec, Effect } from '../firmware/spec.ts'
import type { Command, Line } from '../gcode/line.ts'
import type { Ooze } from '../machine/ooze.ts'
import type { Stroke } from '../machine/outcome.ts'
import type { Modes, Opened } from '../machine/state.ts'
import type { Step } from '../machine/trace.ts'
import type { Job } from '../model/job.ts'
import type { Material } from '../model/material.ts'
import type { Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'
import type { Edit } from '../model/script.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import type { Passage } from '../script/passages.ts'

export type Severity = 'error' | 'warning' | 'advice'
export type RuleGroup = 'order' | 'state' | 'change' | 'heat' | 'motion' | 'filament' | 'end' | 'firmware' | 'values'

/**
 * A change of the text that mends a finding, told in a few words; `forJobs` when it is for the sake of other jobs. Where it has
 * been proven, the rules of which findings it `mends` and which it `brings`.
 */
export type Fix = {
  title: string
  edits: Edit[]
  forJobs?: true
  mends?: readonly string[]
  brings?: readonly string[]
}

/** `line` is the first of `lines`, all that it speaks of. */
export type Finding = {
  rule: string
  severity: Severity
  line: number
  lines: readonly number[]
  message: string
  fixes: Fix[]
  /** Of what a macro or a file of the machine's own did: where it stands there; the config itself has no name. */
  at?: { file: string | null; line: number }
}

/** A finding that the person has set aside in the text, and why. */
export type SetAside = Finding & { reason: string }

/** What a rule gives for each place that it finds; the severity is the rule's own unless said otherwise. */
export type Found = {
  line: number
  /** All lines that it speaks of, where they are several. */
  lines?: readonly number[]
  message: string
  fixes?: Fix[]
  severity?: Severity
}

/** A command that ran: where it stands, what its table says it does, and how things were counted before and after it. */
export type Row = {
  row: number
  line: number
  command: Command
  /** Null for a command that the family doesn't know. */
  effect: Effect | null
  /** The line whose text the command is; undefined for what a macro made. */
  source: Line | undefined
  before: Modes
  after: Modes
  startS: number
  endS: number
}

/** A line's command with its entry in the family's table; undefined where the table lacks it. */
export type Statement = { line: Line; command: Command; spec: CommandSpec | undefined }

/** A rehearsed script as the rules see it. */
export type Checked = Rehearsed & {
  strokes: readonly Stroke[]
  ooze: Ooze
  passages: readonly Passage[]
  /** The lines that hold a command, whether they ran or not. */
  statements: readonly Statement[]
  /** The commands that ran, in order. */
  rows: readonly Row[]
  /** All steps of the trace, in order. */
  steps: readonly Step[]
}

/** A small script made by us that has the finding, on the example printer, or one that differs from it so. */
export type Example = {
  text: string
  moment?: Moment
  printer?: Partial<Printer>
  material?: Partial<Material>
  job?: Partial<Job>
  vocabulary?: Vocabulary
  /** Where the text is a config: what is called in it. */
  opened?: Opened
}

export type Rule = {
  name: string
  group: RuleGroup
  severity: Severity
  /** What it sees, in a few words. */
  title: string
  /** Why it matters, in one or two plain sentences. */
  why: string
  /** When it keeps silent, and what it can't know. */
  silentWhen: string
  example: Example
  /** The moments it speaks of; all when absent. */
  moments?: readonly Moment[]
  check: (script: Checked) => Found[]
}

/** How many findings there are of each severity. */
export function countsOf(findings: readonly { severity: Severity }[]): Record<Severity, number> {
  const counts: Record<Severity, number> = { error: 0, warning: 0, advice: 0 }
  for (const { severity } of findings) counts[severity]++
  return counts
}
