// Runs every rule over a rehearsed script.
import type { Finding, Rehearsed, Severity } from './finding.ts'
import { rules } from './rules.ts'

const rank: Record<Severity, number> = { error: 0, warning: 1, advice: 2 }

/** Findings of all rules that speak of the script's moment, worst first and then by line. */
export function check(rehearsed: Rehearsed): Finding[] {
  const findings = rules.flatMap(rule => {
    if (rule.moments && !rule.moments.includes(rehearsed.stage.moment)) return []
    return rule.check(rehearsed).map(({ line, message, fixes = [], severity = rule.severity }) => ({
      rule: rule.name,
      severity,
      line,
      message,
      fixes,
    }))
  })
  return findings.sort((a, b) => rank[a.severity] - rank[b.severity] || a.line - b.line)
}
