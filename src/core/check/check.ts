// Runs every rule over a rehearsed script.
import { effectOf } from '../firmware/spec.ts'
import { modesAfter, modesBefore, stepsOf } from '../machine/trace.ts'
import { asideMarks } from '../script/edits/set-aside.ts'
import type { Checked, Finding, Row, SetAside, Severity } from './finding.ts'
import { rules } from './rules.ts'

const rank: Record<Severity, number> = { error: 0, warning: 1, advice: 2 }

/** Findings of all rules that speak of the script's moment, worst first and then by line; those set aside apart. */
export function check(script: Omit<Checked, 'rows' | 'steps'>): { findings: Finding[]; setAside: SetAside[] } {
  const checked: Checked = { ...script, rows: rowsOf(script), steps: [...stepsOf(script.trace)] }
  const all = rules.flatMap(rule => {
    if (rule.moments && !rule.moments.includes(script.stage.moment)) return []
    return rule.check(checked).map(({ line, message, fixes = [], severity = rule.severity }) => ({
      rule: rule.name,
      severity,
      line,
      message,
      fixes,
    }))
  })
  const marks = asideMarks(script.lines)
  const findings: Finding[] = []
  const setAside: SetAside[] = []
  for (const finding of all.sort((a, b) => rank[a.severity] - rank[b.severity] || a.line - b.line)) {
    const mark = marks.find(
      ({ rule, first, last, holds }) => holds && rule === finding.rule && first <= finding.line && finding.line <= last,
    )
    if (mark) setAside.push({ ...finding, reason: mark.reason })
    else findings.push(finding)
  }
  return { findings, setAside }
}

function rowsOf({ lines, commands, trace, stage }: Omit<Checked, 'rows' | 'steps'>): Row[] {
  return Array.from({ length: trace.rows.count }, (_, row) => {
    const { line, command } = commands[row] as (typeof commands)[number]
    return {
      row,
      line,
      command,
      effect: effectOf(stage.firmware, command) ?? null,
      // What a macro makes has no text of its own in the script.
      source: lines[line - 1]?.command?.name === command.name ? lines[line - 1] : undefined,
      before: modesBefore(trace, row),
      after: modesAfter(trace, row),
      startS: trace.rows.start[row] as number,
      endS: trace.rows.end[row] as number,
    }
  })
}
