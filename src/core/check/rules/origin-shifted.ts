// The places of the print are shifted, because G92 has called the head's place something else.
import { mm } from '../../format.ts'
import { lastModes } from '../../machine/trace.ts'
import { axes } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

const doubtMm = 0.001
/** A shift in Z up to this is how some people set the height of the first layer. */
const fineTuneMm = 1

function check(script: Checked): Found[] {
  const { shift } = lastModes(script.trace)
  const moved = axes.filter(axis => Math.abs(shift[axis]) > doubtMm)
  if (moved.length === 0) return []
  const row = rowsThat(script, 'set-position').findLast(({ before, after }) =>
    moved.some(axis => before.shift[axis] !== after.shift[axis]),
  )
  if (!row) return []
  const told = moved.map(axis => `${axis.toUpperCase()} by ${mm(shift[axis])}`).join(', ')
  const fine = moved.every(axis => axis === 'z') && Math.abs(shift.z) <= fineTuneMm
  const message = fine
    ? `Every height of the print is shifted by ${mm(shift.z)} from here on. If that sets the first layer’s height, it is meant; otherwise home again.`
    : `Calls the place of the head another one and leaves it so: the whole print is shifted, ${told}.`
  const names = moved.map(axis => axis.toUpperCase()).join(' ')
  return [
    {
      line: row.line,
      message,
      severity: fine ? 'advice' : 'error',
      fixes: fine ? [] : atTheEnd(script, `G28 ${names}`, 'Home again'),
    },
  ]
}

export const originShifted: Rule = {
  name: 'origin-shifted',
  group: 'motion',
  severity: 'error',
  title: 'The origin is shifted',
  why: 'After G92 with X, Y or Z, every place of the print counts from somewhere else. The print goes beside the bed or into it.',
  silentWhen: 'Silent for G92 E0, and when homing has put the origin back. Up to 1 mm in height it is only advice.',
  example: { text: 'G28\nM420 S1\nG1 X50 Y20 F6000\nG92 X0 Y0' },
  moments: ['start'],
  check,
}
