// The coordinates of the print are shifted: by G92, a work offset, a homing offset, baby steps, or the offset of the
// probe or the host.
import { listed, mm, plain } from '../../format.ts'
import { type Places, shiftsOf } from '../../machine/places.ts'
import { lastModes } from '../../machine/trace.ts'
import { axes } from '../../model/printer.ts'
import type { Checked, Found, Row, Rule, Severity } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'

const doubtMm = 0.001
/** Up to this, mm, people adjust the height of the first layer. */
const fineTuneMm = 0.1
const meantMm = 1

/** The causes of a shift, by name or (null) by command. Intended shifts have a lower severity. */
const names: Partial<Record<keyof Places, { name: string | null; severity: Severity }>> = {
  renamed: { name: null, severity: 'error' },
  workspace: { name: 'the work offset', severity: 'warning' },
  homed: { name: 'the home offset', severity: 'warning' },
  fine: { name: 'a baby step', severity: 'warning' },
  probe: { name: 'the probe’s offset', severity: 'warning' },
  host: { name: 'the offset of all positions', severity: 'warning' },
}

/** The row that caused the final shift. */
const lastShift = ({ rows }: Checked): Row | undefined =>
  rows.findLast(({ before, after }) => axes.some(axis => before.shift[axis] !== after.shift[axis]))

/** The last command that renamed positions. */
const renaming = ({ rows }: Checked): string =>
  rows.findLast(({ effect }) => effect?.does === 'set-position')?.command.name ?? 'a set position'

function check(script: Checked): Found[] {
  const { stage, trace } = script
  const { places, shift } = lastModes(trace)
  const row = lastShift(script)
  if (stage.firmware.originByHand || !row) return []
  const began = trace.beginning.modes.shift
  const moved = axes.filter(axis => Math.abs(shift[axis] - began[axis]) > doubtMm)
  const flat = moved.filter(axis => axis !== 'z')
  const up = moved.includes('z') ? shift.z : 0
  const sources = shiftsOf(places).flatMap(({ from, by }) =>
    moved.some(axis => by[axis] !== 0) ? (names[from] ?? []) : [],
  )
  const by = listed(sources.map(({ name }) => name ?? renaming(script)))
  const again = stage.firmware.phrases.home(moved)
  const byG92 = sources.some(({ severity }) => severity === 'error')
  if (flat.length > 0) {
    const shiftedBy = moved.map(axis => `${axis.toUpperCase()} by ${mm(shift[axis])}`).join(', ')
    const message = `The whole print is shifted by ${by || 'this'}: ${shiftedBy}.`
    return [
      {
        line: row.line,
        message,
        severity: byG92 ? 'error' : 'warning',
        fixes: byG92 ? atTheEnd(script, again, 'Home again') : [],
      },
    ]
  }
  if (Math.abs(up) < (byG92 ? doubtMm : fineTuneMm - 1e-9)) return []
  const { firstLayerMm } = stage.job
  const message = `Every height is ${mm(Math.abs(up), 3)} ${up > 0 ? 'higher' : 'lower'} from here on, by ${by}. The first layer, ${mm(firstLayerMm)}, is printed at ${plain(firstLayerMm + up, 3)} mm.`
  const far = Math.abs(up) > meantMm
  return [{ line: row.line, message, severity: far ? 'error' : byG92 ? 'advice' : 'warning' }]
}

export const originShifted = {
  name: 'origin-shifted',
  group: 'motion',
  severity: 'error',
  title: 'The origin is shifted',
  why: 'After G92 with X, Y or Z, or a similar shift, all positions of the print are offset. It is printed beside the bed or into it, or its first layer is too high.',
  silentWhen:
    'Silent for G92 E0, when homing has restored the origin, for a shift in Z under 0.1 mm, and for machines whose origin is set by hand. Up to 1 mm in Z by G92 is only advice.',
  example: { text: 'G28\nM420 S1\nG1 X50 Y20 F6000\nG92 X0 Y0' },
  moments: ['start'],
  judgesEnd: true,
  check,
} as const satisfies Rule
