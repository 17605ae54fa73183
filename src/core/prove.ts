// Fixes proven: each is applied and rehearsed, told with what it mends and brings, and not offered where it brings an error.
import type { Finding, Fix } from './check/finding.ts'
import type { Trace } from './machine/trace.ts'
import { applyEdits } from './model/script.ts'
import { type RehearsalInput, rehearseAndCheck } from './round.ts'

/** Limit for the lines of a text, and for the commands that it runs in loops and macros. Beyond it no fix is tried. */
export const maxLines = 5_000

/** What tells a finding from another, wherever its line has moved to. */
const keyOf = ({ rule, severity, message }: Finding): string => `${rule} ${severity} ${message.replace(/\d+/g, '#')}`

const countOf = (findings: readonly Finding[]): Map<string, { finding: Finding; times: number }> => {
  const counts = new Map<string, { finding: Finding; times: number }>()
  for (const finding of findings) {
    const key = keyOf(finding)
    counts.set(key, { finding, times: (counts.get(key)?.times ?? 0) + finding.lines.length })
  }
  return counts
}

/** Findings of one list that the other lacks, or has fewer times. */
function without(list: readonly Finding[], other: readonly Finding[]): Finding[] {
  const counts = countOf(other)
  return [...countOf(list)].flatMap(([key, { finding, times }]) =>
    times > (counts.get(key)?.times ?? 0) ? [finding] : [],
  )
}

/** What went and what came between the findings of two texts. */
export const difference = (
  before: readonly Finding[],
  after: readonly Finding[],
): { mends: Finding[]; brings: Finding[] } => ({ mends: without(before, after), brings: without(after, before) })

/** What a fix does to a script: the findings that go and those that come. */
export function outcomeOf(
  text: string,
  input: RehearsalInput,
  before: readonly Finding[],
  fix: Fix,
): { mends: Finding[]; brings: Finding[] } {
  return difference(before, rehearseAndCheck(applyEdits(text, fix.edits), input).findings)
}

/** One of a script's findings with its fixes tried: those that bring an error are no longer offered. */
export function provenFinding(
  text: string,
  input: RehearsalInput,
  findings: readonly Finding[],
  finding: Finding,
): Finding {
  if (text.split('\n').length > maxLines) return finding
  return {
    ...finding,
    fixes: finding.fixes.flatMap((fix): Fix[] => {
      const { mends, brings } = outcomeOf(text, input, findings, fix)
      if (brings.some(({ severity }) => severity === 'error')) return []
      return [{ ...fix, mends: rulesOf(mends), brings: rulesOf(brings) }]
    }),
  }
}

/** How much work trying all fixes of a script may be: commands rehearsed and findings made anew. About a second. */
const maxWork = 40_000

/** A rehearsed script: its findings, and how many commands it ran, loops and macros included. */
type Tried = { findings: Finding[]; trace: Pick<Trace, 'rows'> }

/**
 * The findings of a rehearsed script, with their fixes tried in order until that has become too much work: each try rehearses
 * the whole script, so many findings in a long script would take minutes, and an endless loop seconds for each. Fixes that were
 * not tried have no `mends` and `brings`.
 */
export function provenFindings(text: string, input: RehearsalInput, { findings, trace }: Tried): Finding[] {
  const commands = Math.max(trace.rows.count, text.split('\n').length)
  if (commands > maxLines) return findings
  const workOfOne = commands + findings.length
  let work = 0
  return findings.map(finding => {
    work += workOfOne * finding.fixes.length
    return work > maxWork ? finding : provenFinding(text, input, findings, finding)
  })
}

const rulesOf = (findings: readonly Finding[]): string[] => [...new Set(findings.map(({ rule }) => rule))]
