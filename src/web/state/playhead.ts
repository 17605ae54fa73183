// The selected lines and the playhead: selecting lines moves the playhead to them, and moving the playhead selects its
// line.
import { commandAt } from '../../core/machine/trace.ts'
import type { DeskRound } from '../../tasks/desk-round.ts'
import { type Open, type Selection, update, useDesk } from './desk.ts'

const { getState } = useDesk

/** Selects lines everywhere and moves the playhead to the start of several lines, or to the end of a single one. */
export function selectLines(firstLine: number, lastLine = firstLine): void {
  const { open } = getState()
  if (!open) return
  const { selection } = open
  if (selection?.firstLine === firstLine && selection.lastLine === lastLine) return
  const chosen = { firstLine, lastLine }
  const at = open.shown && timeOf(chosen, open.shown.round)
  update({ selection: chosen, ...(at === null ? {} : { playheadS: at }) })
}

/** The time, s, at which several lines begin, or at which a single one has ended; null if none of them ran. */
export function timeOf({ firstLine, lastLine }: Selection, { trace: { rows } }: DeskRound): number | null {
  let at: number | null = null
  for (let i = 0; i < rows.count; i++) {
    const line = rows.line[i] as number
    if (line < firstLine || line > lastLine) continue
    if (firstLine !== lastLine) return rows.start[i] as number
    at = rows.end[i] as number
  }
  return at
}

type Playing = Pick<Open, 'playheadS' | 'selection'> & { round: DeskRound | null }

/**
 * The row of the command at the playhead; −1 before the first. If several commands begin and end there, the one whose
 * line is selected.
 */
export function commandAtPlayhead({ round, playheadS, selection }: Playing): number {
  if (!round) return -1
  const { rows } = round.trace
  const latest = commandAt(round.trace, playheadS)
  if (!selection || selection.firstLine !== selection.lastLine) return latest
  for (let i = latest; i >= 0 && (rows.end[i] as number) >= playheadS; i--)
    if (rows.line[i] === selection.firstLine) return i
  return latest
}

/** Moves the playhead and selects its line. */
export function movePlayhead(seconds: number, line: number | null): void {
  update({ playheadS: seconds, ...(line === null ? {} : { selection: { firstLine: line, lastLine: line } }) })
}
