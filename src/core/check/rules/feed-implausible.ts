// A speed or acceleration is implausible for any move.
import { duration, mm, plain } from '../../format.ts'
import { numberOf } from '../../gcode/line.ts'
import { stepsOfCommand } from '../../machine/trace.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { acrossMm } from '../queries.ts'

function check(script: Checked): Found[] {
  return script.rows.flatMap(({ row, line, command, effect }): Found[] => {
    switch (effect?.does) {
      case 'move':
      case 'arc': {
        const feed = numberOf(command, 'F')
        if (feed === null) return []
        if (feed > 0) return tooSlow(script, row, line, feed)
        const message = `F${feed} is not a speed. Some boards keep the earlier speed, others stop here for ever.`
        return [{ line, message }]
      }
      case 'limits':
      case 'move-acceleration':
        return command.words.flatMap(({ text, value }) => belowZero(line, text, value))
      case 'overall-limits':
        return [effect.speed, effect.acceleration].flatMap(key =>
          belowZero(line, `${key}=${numberOf(command, key)}`, numberOf(command, key)),
        )
      default:
        return []
    }
  })
}

/** Slower moves along the bed mean that F was written in mm/s. */
const slowestMmS = 1
const worthMm = 5

function tooSlow({ trace, rows }: Checked, row: number, line: number, feed: number): Found[] {
  const scale = rows[row]?.before.units === 'inch' ? 25.4 : 1
  if ((feed * scale) / 60 >= slowestMmS) return []
  const wayMm = stepsOfCommand(trace, row).reduce((sum, step) => sum + acrossMm(step), 0)
  if (wayMm < worthMm) return []
  const message = `F${plain(feed, 3)} is ${plain((feed * scale) / 60, 2)} mm/s, because F is in millimetres per minute: ${mm(wayMm, 0)} take ${duration((wayMm * 60) / (feed * scale))}. Was F${plain(feed * 60, 0)} meant, ${plain(feed, 0)} mm/s?`
  return [{ line, message }]
}

function belowZero(line: number, text: string, value: number | null): Found[] {
  if (value === null || value > 0) return []
  const message = `${text} is impossible: a speed or acceleration is more than 0. The rehearsal keeps the previous one; a board may never move again.`
  return [{ line, message }]
}

export const feedImplausible = {
  name: 'feed-implausible',
  group: 'motion',
  severity: 'warning',
  title: 'An implausible speed',
  why: 'F is in millimetres a minute. Zero or less is a typing mistake, and boards react to it differently.',
  silentWhen:
    'Silent for moves of less than 5 mm along the bed, for raising the head and for filament alone, which may well be that slow.',
  example: { text: 'G28\nM420 S1\nG1 X50 F0' },
  check,
} as const satisfies Rule
