// A start script homes no axis.
import { axes } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { putBefore } from '../fixes.ts'
import { isWhole } from '../queries.ts'

/** Commands that may home: unknown ones, macros, and taught ones with an effect of their own. */
const mayHome = ({ rows }: Checked): boolean =>
  rows.some(
    ({ effect }) =>
      effect === null || effect.does === 'macro' || effect.does === 'macro-file' || effect.does === 'opaque',
  )

function check(script: Checked): Found[] {
  const { rows, stage, trace } = script
  const first = rows[0]
  const homed = rows.some(({ after }) => axes.some(axis => after.homed[axis]))
  // Lines for a material, or fragments, neither wait nor extrude.
  if (!first || !isWhole(script) || homed || mayHome(script) || stage.firmware.originByHand || trace.ended) return []
  // Moves before homing are reported by `move-before-home`.
  if (script.steps.some(({ kind, to }) => kind !== 'stand' && !Number.isNaN(to.x))) return []
  const message = 'No line homes the printer. The print then begins at a position that the machine only assumes.'
  return [
    {
      line: first.line,
      message,
      fixes: putBefore(script, first.line, stage.firmware.phrases.home(axes), 'Home first'),
    },
  ]
}

export const neverHomes = {
  name: 'never-homes',
  group: 'state',
  severity: 'warning',
  title: 'Never homes',
  why: 'After it is switched on, a machine does not know where its head is. Every move of the print counts from there.',
  silentWhen:
    'Silent for a part of a script that waits for no heater and extrudes nothing, where an unknown command or macro may home, for machines whose origin is set by hand, and where a move before homing is reported already.',
  example: { text: 'M140 S60\nM190 S60\nM109 S200\nG92 E0' },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
