// Answers as text for people at the terminal.
import { clock, duration, mm, plain, plural } from '../core/format.ts'
import type { Round } from '../core/round.ts'

const columns = (rows: readonly string[][]): string => {
  const widths = rows.reduce<number[]>((most, row) => row.map((cell, i) => Math.max(most[i] ?? 0, cell.length)), [])
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
    `${mm(filament.pushedMm, 1)} of filament extruded: ${plain(filament.volumeMm3, 1)} mm³, ${plain(filament.massG, 2)} g`,
    '',
    columns(rows),
    '',
    `${plural(round.findings.length, 'finding')}`,
    round.findings.length ? findingsText(round) : '',
  ]
    .join('\n')
    .trimEnd()
}
