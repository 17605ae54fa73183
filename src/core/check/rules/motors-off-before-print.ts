// A start script turns motors off after homing.
import { listed } from '../../format.ts'
import { lastModes } from '../../machine/trace.ts'
import { goesOnAfter } from '../../model/moment.ts'
import { axes } from '../../model/printer.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { commentOut } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

function check(script: Checked): Found[] {
  const { homed } = lastModes(script.trace)
  const row = rowsThat(script, 'motors', 'power').findLast(({ before, after }) =>
    axes.some(axis => before.homed[axis] && !after.homed[axis] && !homed[axis]),
  )
  if (!row) return []
  const lost = axes.filter(axis => row.before.homed[axis] && !homed[axis]).map(axis => axis.toUpperCase())
  const message = `Turns the motors of ${listed(lost)} off after homing, and nothing homes again. The head can slip, and the print begins at a position that the machine only assumes.`
  return [{ line: row.line, message, fixes: commentOut(row.source) }]
}

export const motorsOffBeforePrint = {
  name: 'motors-off-before-print',
  group: 'state',
  severity: 'error',
  title: 'Motors are off when the print begins',
  why: 'A motor that is off holds nothing: the head sinks or is moved by hand, and the machine no longer knows where it is.',
  silentWhen: 'Silent when a later line homes these axes again, and for the extruder’s motor alone.',
  example: { text: 'G28\nM420 S1\nM109 S200\nM84' },
  moments: ['start', ...goesOnAfter],
  judgesEnd: true,
  check,
} as const satisfies Rule
