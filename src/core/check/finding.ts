// Types of rules and findings.
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
 * An edit that removes a finding, with a short title; `forJobs` if it helps other jobs; `oneOfSeveral` if other answers
 * are as good, so that carrying over leaves it to the person. After it was tried: the rules
 * of the findings that it removes (`mends`) and adds (`brings`).
 */
export type Fix = {
  title: string
  edits: Edit[]
  forJobs?: true
  oneOfSeveral?: true
  mends?: readonly string[]
  brings?: readonly string[]
}

/** `line` is the first of `lines`, the lines of the finding. */
export type Finding = {
  rule: string
  severity: Severity
  line: number
  lines: readonly number[]
  message: string
  fixes: Fix[]
  /** The position in a macro or file of the machine; the main config has no name. */
  at?: { file: string | null; line: number }
}

/** A finding that the person ignores, with the reason in the text. */
export type SetAside = Finding & { reason: string }

/** A rule's result for each place; the severity is the rule's own unless given. */
export type Found = {
  line: number
  /** The lines of the finding, if there are several. */
  lines?: readonly number[]
  message: string
  fixes?: Fix[]
  severity?: Severity
}

/** A command that ran: its line, its table entry, and the modes before and after. */
export type Row = {
  row: number
  line: number
  command: Command
  /** Null for a command that the family does not know. */
  effect: Effect | null
  /** The line with the command's text; undefined for commands made by a macro. */
  source: Line | undefined
  before: Modes
  after: Modes
  startS: number
  endS: number
}

/** A command of a line with its table entry; undefined if the table lacks it. */
export type Statement = { line: Line; command: Command; spec: CommandSpec | undefined }

/** A rehearsed script as the rules see it. */
export type Checked = Rehearsed & {
  strokes: readonly Stroke[]
  ooze: Ooze
  passages: readonly Passage[]
  /** All commands in lines, whether they ran or not. */
  statements: readonly Statement[]
  /** The commands that ran, in order. */
  rows: readonly Row[]
  /** All steps of the trace, in order. */
  steps: readonly Step[]
}

/** A short made-up script with the finding, on the example printer with the given differences. */
export type Example = {
  text: string
  moment?: Moment
  printer?: Partial<Printer>
  material?: Partial<Material>
  job?: Partial<Job>
  vocabulary?: Vocabulary
  /** Set if the text is a config: the macro that is called. */
  opened?: Opened
}

export type Rule = {
  name: string
  group: RuleGroup
  severity: Severity
  /** What it finds, in a few words. */
  title: string
  /** Why it matters, in one or two plain sentences. */
  why: string
  /** When it reports nothing, and what it can't know. */
  silentWhen: string
  example: Example
  /** The moments it applies to; all if absent. */
  moments?: readonly Moment[]
  /** Set if it judges the state at the script's end. Such rules are skipped if the script ends the print (stop.ts). */
  judgesEnd?: true
  /**
   * Set if its fixes let the machine read what it did not read before. What is found there then was hidden, not caused.
   */
  reveals?: true
  /**
   * Set if it judges each command by its own text. Such rules also judge the commands of called macros and files
   * (called.ts).
   */
  judgesLine?: true
  /**
   * Set if it judges the text of the macros in an open config. Such rules also judge the macros that a script calls
   * (called.ts).
   */
  judgesMacros?: true
  check: (script: Checked) => Found[]
}

/** Counts findings by severity. */
export function countsOf(findings: readonly { severity: Severity }[]): Record<Severity, number> {
  const counts: Record<Severity, number> = { error: 0, warning: 0, advice: 0 }
  for (const { severity } of findings) counts[severity]++
  return counts
}
