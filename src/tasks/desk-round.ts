// A round as the Desk shows it: the texts and numbers of its pictures, tables and sentences.
import { callablesIn } from '../core/documents/calls.ts'
import { callsOf } from '../core/explain/calls.ts'
import { unknownIn } from '../core/explain/unknown.ts'
import { textOfCommand } from '../core/gcode/line.ts'
import { splitLines } from '../core/gcode/read.ts'
import { readinessOf } from '../core/machine/readiness.ts'
import type { Round } from '../core/round.ts'
import { pastedOf } from '../core/script/guess.ts'

/** A script this long is a whole print; the Desk works on its beginning. */
const maxLines = 20_000

/** The part of a text that the Desk rehearses. `cutAt` is the number of its lines if there are more, otherwise null. */
export function beginningOf(text: string): { text: string; cutAt: number | null } {
  if (text.length < maxLines) return { text, cutAt: null }
  const lines = splitLines(text)
  if (lines.length <= maxLines) return { text, cutAt: null }
  return {
    text: lines
      .slice(0, maxLines)
      .map(line => line.raw + line.ending)
      .join(''),
    cutAt: lines.length,
  }
}

/** Limit of the commands shown for a config's lines. */
const maxRanAs = 5000

/** What the Desk shows of a round. `cutAt` is the number of lines of a text too long to be rehearsed whole, else null. */
export function shownOf(whole: Round, cutAt: number | null) {
  const { lines, commands, resolution, stage, ...round } = whole
  return {
    ...round,
    // The commands are used here and not shown.
    trace: { ...round.trace, ran: null },
    settings: resolution.settings,
    worths: resolution.worths,
    placeholders: resolution.placeholders,
    absent: resolution.absent,
    unknown: unknownIn(lines, stage),
    readiness: readinessOf(whole),
    calls: callsOf(commands, round.trace, stage),
    /** What can be called in a config or macro file. */
    callables: stage.opened ? callablesIn(stage, stage.opened.file) : [],
    /** The call that was rehearsed. */
    called: stage.opened?.call ?? '',
    /** The commands that its lines ran as, with their times, s. A template's line may run as several commands. */
    ranAs: stage.opened
      ? commands.slice(0, maxRanAs).map(({ line, command }, row) => ({
          line,
          text: textOfCommand(command),
          startS: round.trace.rows.start[row] as number,
        }))
      : [],
    cutAt,
    pasted: pastedOf(lines),
  }
}

export type DeskRound = ReturnType<typeof shownOf>
