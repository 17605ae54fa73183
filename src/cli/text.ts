// Formats answers as text for people.

import type { CarryPlan } from '../core/carry/carry.ts'
import { kindWords } from '../core/carry/outcomes.ts'
import { clock, duration, mm, plain, plural } from '../core/format.ts'
import type { Learned } from '../core/learn/learn.ts'
import { changeWords } from '../core/model/changes.ts'
import { momentFacts } from '../core/model/moment.ts'
import { foundIn } from '../core/print/answer.ts'
import { total } from '../core/print/situation.ts'
import type { WholePrint } from '../core/print/whole.ts'
import type { Round } from '../core/round.ts'

const columns = (rows: readonly string[][]): string => {
  const widths = rows.reduce<number[]>((max, row) => row.map((cell, i) => Math.max(max[i] ?? 0, cell.length)), [])
  return rows
    .map(row =>
      row
        .map((cell, i) => cell.padEnd(widths[i] ?? 0))
        .join('  ')
        .trimEnd(),
    )
    .join('\n')
}

export const listText = (items: readonly { name: string; title?: string; about?: string }[]): string =>
  columns(items.map(item => [item.name, item.title ?? item.about ?? '']))

export const findingsText = ({ findings }: Round): string =>
  findings.length === 0
    ? 'Nothing found.'
    : findings.map(({ line, severity, rule, message }) => `line ${line}  ${severity}  ${rule}\n  ${message}`).join('\n')

export const explainText = ({ lines, explained }: Round): string =>
  columns(lines.map((line, i) => [String(line.number).padStart(4), line.raw.slice(0, 60), explained[i]?.says ?? '']))

export function rehearsalText(round: Round): string {
  const { durations, filament, passages } = round
  const parts = [
    ['heating', durations.heatingS],
    ['homing', durations.homingS],
    ['probing', durations.probingS],
    ['moving', durations.movingS],
    ['waiting', durations.waitingS],
  ] as const
  const spent = parts.filter(([, seconds]) => seconds > 0).map(([what, seconds]) => `${what} ${duration(seconds)}`)
  const rows = passages.map(({ startS, firstLine, lastLine, title, enabled }) => [
    enabled ? clock(startS) : 'commented out',
    `lines ${firstLine}–${lastLine}`,
    title,
  ])
  return [
    `${duration(durations.totalS)}: ${spent.join(', ') || 'no time at all'}`,
    `${mm(filament.extrudedMm, 1)} of filament extruded: ${plain(filament.volumeMm3, 1)} mm³, ${plain(filament.massG, 2)} g`,
    '',
    columns(rows),
    '',
    `${plural(round.findings.length, 'finding')}`,
    round.findings.length ? findingsText(round) : '',
  ]
    .join('\n')
    .trimEnd()
}

/** The changed lines, the questions, and the findings that only the carried script has. */
export function carriedText({ changes, open, newFindings: onlyThere, before, after }: CarryPlan): string {
  const rows = changes
    .filter(({ kind }) => kind !== 'same')
    .map(({ line, kind, became, why }) => [
      line === null ? 'added' : `line ${line}`,
      line === null ? '' : kindWords[kind],
      `${became.join(' | ')}${became.length ? '  ' : ''}(${why})`,
    ])
  const same = changes.length - rows.length
  return [
    ...onlyThere.map(
      ({ line, severity, rule, message }) => `Only there: line ${line}  ${severity}  ${rule}: ${message}`,
    ),
    `${plural(same, 'line')} the same, ${plural(rows.length, 'change')}. ${duration(before.durations.totalS)} here, ${duration(after.durations.totalS)} there.`,
    columns(rows),
    ...open.map(
      ({ key, question, proposed }) => `${key}: ${question} (Taken: ${proposed}. Answer with --answer ${key}=…)`,
    ),
  ]
    .filter(Boolean)
    .join('\n')
}

/** A value, if it fits on a line: whole files and macros do not. */
const valueText = (value: unknown): string => {
  const text = typeof value === 'string' ? value : JSON.stringify(value)
  return text.length > 60 ? `${text.slice(0, 57)}…` : text
}

/** A proposal for a printer. */
export function learnedText({ printer, told, asks, taught, passedOver }: Learned): string {
  const place = (file: string | null, line: number | null) => (file ? ` (${file}${line ? `, line ${line}` : ''})` : '')
  const part = (title: string, lines: readonly string[]) =>
    lines.length ? ['', title, ...lines.map(line => `  ${line}`)] : []
  return [
    `${printer.name}: ${printer.about}`,
    ...part(
      'Known',
      told.map(
        ({ field, value, how, file, line }) => `${how.padEnd(7)}  ${field}: ${valueText(value)}${place(file, line)}`,
      ),
    ),
    ...part(
      'To be answered',
      asks.map(({ question, proposed }) => question + (proposed === null ? '' : ` (Proposed: ${valueText(proposed)})`)),
    ),
    ...part(
      'Commands to teach',
      taught.map(({ name }) => name),
    ),
    ...part(
      'Passed over',
      passedOver.map(({ file, line, why }) => `${why}${place(file, line)}`),
    ),
  ].join('\n')
}

/** The situations of a whole print, the cost of its changes, and its findings. */
export function wholePrintText(print: WholePrint): string {
  const { situations, changes, changeS, purgedG, towerG, cost } = print
  const rows = situations.map(({ moment, change, layer, times, seconds, extrudedMm3, findings }) => [
    momentFacts[moment].when,
    changeWords(change),
    `layer ${layer}`,
    plural(times, 'time'),
    duration(seconds),
    `${plain(total(extrudedMm3), 1)} mm³ extruded`,
    plural(findings.length, 'finding'),
  ])
  const found = foundIn(print).map(
    ({ finding: { line, severity, rule, message }, situation: { moment, layer } }) =>
      `${momentFacts[moment].when}, layer ${layer}, line ${line}  ${severity}  ${rule}\n  ${message}`,
  )
  const all = changes
    ? `${plural(changes, 'change')}: ${duration(changeS)}, ${plain(purgedG, 2)} g purged by scripts, ${plain(towerG, 2)} g into the tower, ${plain(cost, 2)} in money`
    : 'No tool changes.'
  return [columns(rows), '', all, '', ...(found.length ? found : ['Nothing found.'])].join('\n')
}
