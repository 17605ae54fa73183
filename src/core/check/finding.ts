// What a rule is and what it finds.
import type { Edit, Moment } from '../model/script.ts'
import type { Rehearsed } from '../script/edits/plan.ts'

export type { Rehearsed }

export type Severity = 'error' | 'warning' | 'advice'
export type RuleGroup = 'order' | 'heat' | 'motion' | 'filament' | 'end' | 'firmware' | 'values'

/** A change of the text that mends a finding, told in a few words. */
export type Fix = { title: string; edits: Edit[] }

export type Finding = { rule: string; severity: Severity; line: number; message: string; fixes: Fix[] }

/** What a rule gives for each place that it finds; the severity is the rule's own unless said otherwise. */
export type Found = { line: number; message: string; fixes?: Fix[]; severity?: Severity }

export type Rule = {
  name: string
  group: RuleGroup
  severity: Severity
  /** What it sees, in a few words. */
  title: string
  /** Why it matters, in one or two plain sentences. */
  why: string
  /** The moments it speaks of; all when absent. */
  moments?: readonly Moment[]
  check: (rehearsed: Rehearsed) => Found[]
}
