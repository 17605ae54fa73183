// Tries fixes: applies each fix, rehearses the result, and reports which findings it removes and adds. A fix that adds
// an error or a warning, or that does not remove its finding, is not offered.
import type { Finding, Fix, Rule } from './check/finding.ts'
import { rules } from './check/rules.ts'
import type { Trace } from './machine/trace.ts'
import { applyEdits } from './model/script.ts'
import { type RehearsalInput, type Round, rehearseAndCheck, rehearseScript } from './round.ts'

/** Limit for the lines of a text, and for the commands that it runs in loops and macros. Beyond it no fix is tried. */
export const maxLines = 5_000

/** Rules whose fixes may show what was hidden. */
const revealing: ReadonlySet<string> = new Set(rules.flatMap(({ reveals, name }: Rule) => (reveals ? [name] : [])))

/** Identifies a finding independently of its line, which a fix may move. */
const keyOf = ({ rule, severity, message }: Finding): string => `${rule} ${severity} ${message.replace(/\d+/g, '#')}`

const countOf = (findings: readonly Finding[]): Map<string, { finding: Finding; times: number }> => {
  const counts = new Map<string, { finding: Finding; times: number }>()
  for (const finding of findings) {
    const key = keyOf(finding)
    counts.set(key, { finding, times: (counts.get(key)?.times ?? 0) + finding.lines.length })
  }
  return counts
}

/** The findings of one list that the other list lacks, or has fewer times. */
function without(list: readonly Finding[], other: readonly Finding[]): Finding[] {
  const counts = countOf(other)
  return [...countOf(list)].flatMap(([key, { finding, times }]) =>
    times > (counts.get(key)?.times ?? 0) ? [finding] : [],
  )
}

/** Returns the findings that were removed and those that were added between two texts. */
export const difference = (
  before: readonly Finding[],
  after: readonly Finding[],
): { mends: Finding[]; brings: Finding[] } => ({ mends: without(before, after), brings: without(after, before) })

/** Applies a fix and returns the findings that it removes and adds. */
export function outcomeOf(
  text: string,
  input: RehearsalInput,
  before: readonly Finding[],
  fix: Fix,
): { mends: Finding[]; brings: Finding[] } {
  return difference(before, rehearseAndCheck(applyEdits(text, fix.edits), input).findings)
}

/**
 * Tries the fixes of one finding. Leaves out fixes that don't remove the finding, and fixes that add an error, or a
 * warning unless `mayWarn`. Findings that a fix only reveals do not count.
 */
export function provenFinding(
  text: string,
  input: RehearsalInput,
  findings: readonly Finding[],
  finding: Finding,
  { mayWarn = false } = {},
): Finding {
  if (text.split('\n').length > maxLines) return finding
  return {
    ...finding,
    fixes: finding.fixes.flatMap((fix): Fix[] => {
      const { mends, brings } = outcomeOf(text, input, findings, fix)
      const harms = ({ severity }: Finding) => severity === 'error' || (severity === 'warning' && !mayWarn)
      if (!revealing.has(finding.rule) && brings.some(harms)) return []
      if (!fix.forJobs && !mends.some(({ rule }) => rule === finding.rule)) return []
      return [{ ...fix, mends: rulesOf(mends), brings: rulesOf(brings) }]
    }),
  }
}

/**
 * Limit for the work of trying all fixes of a script: commands and steps rehearsed plus findings calculated again.
 * Takes about a second.
 */
const maxWork = 60_000

/**
 * A rehearsed script: its findings, and how many commands it ran, loops and macros included. `steps` are their
 * movements and waits: an arc is a single command of up to 360 steps.
 */
type Tried = { findings: Finding[]; trace: Pick<Trace, 'rows' | 'steps'> }

/**
 * Tries the fixes of all findings, or only of the `wanted` ones, in order, until the work exceeds a limit. Each try
 * rehearses the whole script, so many findings in a long script would take minutes, and an endless loop seconds for
 * each fix. Fixes that were not tried have no `mends` and `brings`.
 */
export function provenFindings(
  text: string,
  input: RehearsalInput,
  { findings, trace }: Tried,
  wanted: readonly Finding[] = findings,
  options: { mayWarn?: boolean } = {},
): Finding[] {
  const commands = Math.max(trace.rows.count, text.split('\n').length)
  if (commands > maxLines) return [...wanted]
  const workOfOne = commands + trace.steps.count + findings.length
  let work = 0
  return wanted.map(finding => {
    work += workOfOne * finding.fixes.length
    return work > maxWork ? finding : provenFinding(text, input, findings, finding, options)
  })
}

const rulesOf = (findings: readonly Finding[]): string[] => [...new Set(findings.map(({ rule }) => rule))]

/** Rehearses a text and tries the fixes of its findings. Never throws. */
export function rehearseAndProve(text: string, input: RehearsalInput): Round {
  const round = rehearseScript(text, input)
  return { ...round, findings: provenFindings(text, input, round) }
}
