// The head is parked above the print, close to it.
import { mm } from '../../format.ts'
import { hasLetter } from '../../gcode/line.ts'
import { printHeight } from '../../machine/beginning.ts'
import { lastModes, positionAt } from '../../machine/trace.ts'
import { outsideMm } from '../../model/job.ts'
import type { Checked, Found, Row, Rule } from '../finding.ts'
import { printArea } from '../queries.ts'

/** Distance that leaves room for a hand, mm. */
const roomMm = 30

const homesAside = ({ effect, command }: Row): boolean =>
  effect?.does === 'home' && !hasLetter(command, 'Z') && (hasLetter(command, 'X') || hasLetter(command, 'Y'))

function check(script: Checked): Found[] {
  const { stage, trace, rows } = script
  // A tool in its dock oozes there.
  if (lastModes(trace).tool < 0) return []
  const at = positionAt(trace, trace.totalS)
  const over = at.z - printHeight(stage)
  const last = rows.findLast(({ effect }) => effect?.does === 'move' || effect?.does === 'park')
  // Homing X or Y alone ends at the end stop, on a side that the description does not state.
  if (rows.some(row => row.row > (last?.row ?? -1) && homesAside(row))) return []
  const line = last?.line ?? rows.at(-1)?.line
  if (line === undefined || Number.isNaN(at.x + at.y + at.z)) return []
  if (outsideMm(printArea(script), at.x, at.y) > 0 || over > roomMm) return []
  const message = `The head ends ${over < 0.05 ? 'on' : `${mm(over, 1)} over`} the print of “${stage.job.name}”. While it cools it oozes onto the print, and the print can’t be removed.`
  return [{ line, message }]
}

export const parkedOnPrint = {
  name: 'parked-on-print',
  group: 'end',
  severity: 'warning',
  title: 'Parks over the print',
  why: 'A nozzle that cools over the print leaves a blob on it, melts a dent if it touches, and is in the way of your hands.',
  silentWhen:
    'Silent from 30 mm above the print, with every tool in its dock, and where the head’s position is not known. The firmware’s own park command, and homing X or Y, count as moving aside.',
  example: { text: 'G91\nG1 E-2 F1800\nG1 Z5 F600\nG90\nM104 S0\nM140 S0\nM107\nM84', moment: 'end' },
  moments: ['end', 'cancel'],
  judgesEnd: true,
  check,
} as const satisfies Rule
