// Runs every rule over a rehearsed script.
import { effectOf, specOf } from '../firmware/spec.ts'
import { listed } from '../format.ts'
import { allSteps, modesAfter, modesBefore } from '../machine/trace.ts'
import { asideMarks } from '../script/edits/set-aside.ts'
import type { Checked, Finding, Fix, Row, SetAside, Severity, Statement } from './finding.ts'
import { rules } from './rules.ts'

/** A rehearsed script before what all rules share is worked out. */
type Unchecked = Omit<Checked, 'statements' | 'rows' | 'steps'>

const rank: Record<Severity, number> = { error: 0, warning: 1, advice: 2 }

/** Findings of all rules that speak of the script's moment, worst first and then by line; those set aside apart. */
export function check(script: Unchecked): { findings: Finding[]; setAside: SetAside[] } {
  const checked: Checked = {
    ...script,
    statements: statementsOf(script),
    rows: rowsOf(script),
    steps: allSteps(script.trace),
  }
  const all = rules.flatMap(rule => {
    if (rule.moments && !rule.moments.includes(script.stage.moment)) return []
    return rule.check(checked).map(({ line, lines = [line], message, fixes = [], severity = rule.severity }) => ({
      rule: rule.name,
      severity,
      line,
      lines,
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
  return { findings: withoutRepeats(findings), setAside }
}

/** Findings that say the same of several lines become one, at the first of them, with the fixes of all. */
function withoutRepeats(findings: readonly Finding[]): Finding[] {
  const known = new Map<string, Finding>()
  /** Those whose own words don't speak of all their lines yet. */
  const joined = new Set<string>()
  for (const finding of findings) {
    const key = `${finding.rule} ${finding.severity} ${finding.message}`
    const before = known.get(key)
    if (!before) known.set(key, finding)
    else if (!before.lines.includes(finding.line)) {
      const lines = [...before.lines, ...finding.lines]
      joined.add(key)
      known.set(key, { ...before, lines, fixes: together(before.fixes, finding.fixes) })
    }
  }
  return [...known].map(([key, finding]) =>
    joined.has(key) ? { ...finding, message: `${finding.message} ${sameOn(finding.lines.slice(1))}` } : finding,
  )
}

/** One fix for all lines where each has one of the same title; those of the first where they differ. */
function together(before: readonly Fix[], more: readonly Fix[]): Fix[] {
  return before.map(fix => {
    const same = more.find(({ title }) => title === fix.title)
    const apart = same?.edits.every(edit => fix.edits.every(each => edit.to <= each.from || edit.from >= each.to))
    return same && apart ? { ...fix, edits: [...fix.edits, ...same.edits] } : fix
  })
}

const sameOn = (lines: readonly number[]): string =>
  lines.length <= 6
    ? `The same on ${lines.length > 1 ? 'lines' : 'line'} ${listed(lines.map(String))}.`
    : `The same on ${lines.length} later lines.`

function statementsOf({ lines, stage }: Unchecked): Statement[] {
  const statements: Statement[] = []
  for (const line of lines) {
    const { command } = line
    if (command) statements.push({ line, command, spec: specOf(stage.firmware, command) })
  }
  return statements
}

function rowsOf({ lines, commands, trace, stage }: Unchecked): Row[] {
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
