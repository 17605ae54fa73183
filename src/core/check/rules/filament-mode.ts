// The extrusion mode does not match what the script intends.
import { mm } from '../../format.ts'
import { numberOf } from '../../gcode/line.ts'
import { momentFacts } from '../../model/moment.ts'
import type { Checked, Found, Row, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'

/** A longer retraction would empty the hot end, mm. */
const longestPullMm = 30
/** Shorter strokes may intentionally extrude nothing, mm. */
const strokeMm = 5

function check(script: Checked): Found[] {
  const { rows, steps, stage } = script
  const setsMode = rows.find(
    ({ effect }) => effect?.does === 'extrusion-mode' || (effect?.does === 'positioning' && effect.filamentToo),
  )
  const resets = rows.find(({ effect, command }) => effect?.does === 'set-position' && numberOf(command, 'E') !== null)
  const first = rows.find(({ effect, command }) => effect?.does === 'move' && numberOf(command, 'E') !== null)
  if (!first) return []
  const { phrases } = stage.firmware
  const relative = putBefore(script, first.line, phrases.countFilament('relative'), 'Relative extrusion')
  if (momentFacts[stage.moment].runs !== 'before') {
    const known = [setsMode, resets].some(row => row !== undefined && row.row < first.row)
    if (known) return []
    const message =
      'Moves filament without selecting absolute or relative extrusion. After a print with absolute extrusion, “E-2” means back to −2: metres of filament are retracted.'
    return [{ line: first.line, message, fixes: relative }]
  }
  // Repeating an E value extrudes nothing in absolute mode: it was meant as an amount.
  for (const step of steps) {
    const row = rows[step.command]
    if (row?.effect?.does !== 'move' || row.after.extrusion !== 'absolute') continue
    const value = numberOf(row.command, 'E')
    const across = Math.hypot(step.to.x - step.from.x, step.to.y - step.from.y)
    if (value === null) continue
    if (value > 0 && step.filamentMm === 0 && across > strokeMm) {
      const message = `With absolute extrusion E${value} is the filament’s current position, so this line extrudes nothing. Was relative extrusion (M83) meant?${undoneBefore(script, row)}`
      return [{ line: row.line, message, fixes: relative }]
    }
    if (step.filamentMm < -longestPullMm) {
      const message = `With absolute extrusion this retracts ${mm(-step.filamentMm, 0)} of filament, out of the hot end. Is “G92 E0” missing before it, or was relative extrusion (M83) meant?${undoneBefore(script, row)}`
      return [
        {
          line: row.line,
          severity: 'error',
          message,
          fixes: putBefore(script, row.line, phrases.zeroFilament(), 'Set E to zero here'),
        },
      ]
    }
  }
  if (setsMode) return []
  const taken =
    first.before.extrusion === 'relative'
      ? 'relative extrusion (M83), as the board’s config.g sets it'
      : 'absolute extrusion (M82)'
  const message = `Moves filament, and no line selects absolute or relative extrusion (M82 or M83). The rehearsal assumes ${taken}; the last print may have left the other one on.`
  return [{ line: first.line, severity: 'advice', message }]
}

/** The line that undid relative extrusion after an earlier line had set it: G90 does so on some boards. */
function undoneBefore({ rows }: Checked, { row }: Row): string {
  const undone = rows.findLast(
    each => each.row < row && each.before.extrusion === 'relative' && each.after.extrusion === 'absolute',
  )
  return undone?.effect?.does === 'positioning'
    ? ` On this firmware ${undone.command.name} on line ${undone.line} ends it.`
    : ''
}

export const filamentMode = {
  name: 'filament-mode',
  group: 'filament',
  severity: 'warning',
  title: 'Extrusion is not counted the way the script expects',
  why: 'M82 selects absolute extrusion, M83 relative extrusion. Read the other way, a line extrudes nothing, or pulls out metres of filament.',
  silentWhen: 'Whether the print itself uses absolute or relative extrusion is not known here.',
  example: {
    text: 'M82\nG28\nM420 S1\nM109 S200\nG92 E0\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 X5 F3000\nG1 Y20 E12\nG92 E0',
  },
  moments: ['start', 'end', 'cancel', 'pause', 'resume'],
  check,
} as const satisfies Rule
