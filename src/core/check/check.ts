// Runs every rule over a rehearsed script.
import { effectOf, specOf } from '../firmware/spec.ts'
import { listed } from '../format.ts'
import { allSteps, modesAfter, modesBefore } from '../machine/trace.ts'
import { asideMarks } from '../script/edits/ignore.ts'
import { checkCalled } from './called.ts'
import type { Checked, Finding, Fix, Row, SetAside, Severity, Statement } from './finding.ts'
import { configInScript } from './rules/config-in-script.ts'
import { rules } from './rules.ts'
import { stopOf } from './stop.ts'

/** A rehearsed script without the data that all rules share. */
type Unchecked = Omit<Checked, 'statements' | 'rows' | 'steps'>

const rank: Record<Severity, number> = { error: 0, warning: 1, advice: 2 }

/** Adds the data that all rules share. */
export const checkedFrom = (script: Unchecked): Checked => ({
  ...script,
  statements: statementsOf(script),
  rows: rowsOf(script),
  steps: allSteps(script.trace),
})

/** The findings of all rules for the script's moment, worst first, then by line; ignored findings separately. */
export function check(script: Unchecked): { findings: Finding[]; setAside: SetAside[] } {
  const checked = checkedFrom(script)
  // A document has many macros, and one was called: where that one stops says nothing about the lines of the others.
  const stop = script.stage.opened ? null : stopOf(checked)
  const all = rules.flatMap((rule): Finding[] => {
    if (rule.moments && !rule.moments.includes(script.stage.moment)) return []
    if (stop && rule.judgesEnd) return []
    const found = rule.check(checked).filter(({ line }) => !stop || line <= stop.line)
    return found.map(({ line, lines = [line], message, fixes = [], severity = rule.severity }) => ({
      rule: rule.name,
      severity,
      line,
      lines,
      message,
      fixes,
    }))
  })
  all.push(...checkCalled(checked, rules))
  // The lines of a config are no script, so that nothing else that is found in them counts.
  const config = all.filter(({ rule }) => rule === configInScript.name)
  const marks = asideMarks(script.lines)
  const findings: Finding[] = []
  const setAside: SetAside[] = []
  for (const finding of (config.length > 0 ? config : all).sort(
    (a, b) => rank[a.severity] - rank[b.severity] || a.line - b.line,
  )) {
    const mark = marks.find(
      ({ rule, first, last, holds }) => holds && rule === finding.rule && first <= finding.line && finding.line <= last,
    )
    if (mark) setAside.push({ ...finding, reason: mark.reason })
    else findings.push(finding)
  }
  return { findings: withoutRepeats(findings), setAside }
}

/** Merges equal findings of several lines into one at the first line, with the fixes of all. */
function withoutRepeats(findings: readonly Finding[]): Finding[] {
  const alike = new Map<string, [Finding, ...Finding[]]>()
  for (const finding of findings) {
    const key = `${finding.rule} ${finding.severity} ${finding.message}`
    const before = alike.get(key)
    if (before) before.push(finding)
    else alike.set(key, [finding])
  }
  return [...alike.values()].map(all => (all.length === 1 ? all[0] : asOne(all)))
}

function asOne(all: readonly [Finding, ...Finding[]]): Finding {
  const [first, ...more] = all
  const known = new Set(first.lines)
  const others = more.filter(({ line }) => !known.has(line))
  const lines = [...new Set([...first.lines, ...others.map(({ line }) => line)])]
  if (lines.length === first.lines.length) return first
  const message = `${first.message} ${sameOn(lines.slice(1))}`
  return { ...first, lines, message, fixes: first.fixes.map(fix => together(fix, others)) }
}

/** One fix for all lines if each has a fix with the same title: the edits that do not overlap earlier ones. */
function together(fix: Fix, others: readonly Finding[]): Fix {
  const same = others.flatMap(({ fixes }) => fixes.filter(({ title }) => title === fix.title).slice(0, 1))
  if (same.length === 0) return fix
  const all = [fix, ...same]
  const byPlace = all
    .flatMap(({ edits }, of) => edits.map(edit => ({ edit, of })))
    .sort((a, b) => a.edit.from - b.edit.from || a.edit.to - b.edit.to || a.of - b.of)
  // If two overlap, all edits of the later one are left out.
  const dropped = new Set<number>()
  let last = byPlace[0]
  for (const each of byPlace.slice(1)) {
    if (last && each.edit.from < last.edit.to && each.of !== last.of) dropped.add(Math.max(each.of, last.of))
    if (!last || each.edit.to >= last.edit.to) last = each
  }
  return { ...fix, edits: all.flatMap(({ edits }, of) => (dropped.has(of) ? [] : edits)) }
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
    const { line, command, which } = commands[row] as (typeof commands)[number]
    return {
      row,
      line,
      command,
      effect: effectOf(stage.firmware, command) ?? null,
      // A command made by a macro has no text in the script.
      source: which === 0 && lines[line - 1]?.command?.name === command.name ? lines[line - 1] : undefined,
      before: modesBefore(trace, row),
      after: modesAfter(trace, row),
      startS: trace.rows.start[row] as number,
      endS: trace.rows.end[row] as number,
    }
  })
}
