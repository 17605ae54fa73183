// Speed or flow is left at a different percentage, or limits are left far below the printer's.
import type { Does } from '../../firmware/effect.ts'
import { plain } from '../../format.ts'
import { flowPercent, type Modes } from '../../machine/state.ts'
import { lastModes } from '../../machine/trace.ts'
import { goesOnAfter } from '../../model/moment.ts'
import type { Checked, Found, Row, Rule } from '../finding.ts'
import { atTheEnd } from '../fixes.ts'
import { rowsThat } from '../queries.ts'

/** Flow within this of 100 % is set on purpose. */
const meantPercent = 10
/** Limits may be lowered for printing; below this share they were meant for a few moves. */
const farLower = 1 / 3

const doubt = 1e-6

/** The last row that changed a value to its final one. */
const lastChange = (script: Checked, does: readonly Does[], worth: (modes: Modes) => number): Row | undefined =>
  rowsThat(script, ...does).findLast(({ before, after }) => Math.abs(worth(before) - worth(after)) > doubt)

type Limit = { name: string; unit: string; does: readonly Does[]; of: (modes: Modes) => number }

const limits: readonly Limit[] = [
  {
    name: 'The acceleration',
    unit: 'mm/s²',
    does: ['limits', 'move-acceleration', 'overall-limits'],
    of: ({ acceleration, accelerationLimits }) =>
      Math.min(acceleration.print, accelerationLimits.x, accelerationLimits.y),
  },
  {
    name: 'The speed limit',
    unit: 'mm/s',
    does: ['limits', 'overall-limits'],
    of: ({ speedLimits }) => Math.min(speedLimits.x, speedLimits.y),
  },
]

function check(script: Checked): Found[] {
  const { trace, stage } = script
  const [began, ends] = [trace.beginning.modes, lastModes(trace)]
  const { phrases } = stage.firmware
  const found: Found[] = []
  const speed = lastChange(script, ['feed-override'], ({ feedPercent }) => feedPercent)
  if (speed && Math.abs(ends.feedPercent - 100) > doubt)
    found.push({
      line: speed.line,
      message: `The speed override stays at ${plain(ends.feedPercent)} %: the whole print runs at this speed.`,
      fixes: atTheEnd(script, phrases.feedPercent(100), 'Set it to 100 % at the end'),
    })
  const flow = lastChange(script, ['flow-override'], flowPercent)
  const percent = flowPercent(ends)
  if (flow && Math.abs(percent - 100) > doubt)
    found.push({
      line: flow.line,
      severity: Math.abs(percent - 100) > meantPercent ? 'warning' : 'advice',
      message: `The flow stays at ${plain(percent)} % for the print. If this compensates for the filament, it is intended.`,
      fixes: atTheEnd(script, phrases.flowPercent(100, null), 'Set it to 100 % at the end'),
    })
  for (const { name, unit, does, of } of limits) {
    const row = lastChange(script, does, of)
    if (!row || of(ends) >= of(began) * farLower) continue
    const message = `${name} stays at ${plain(of(ends), 0)} ${unit}; this printer’s limit is ${plain(of(began), 0)}. The print runs that slowly unless it sets its own limits.`
    found.push({ line: row.line, message })
  }
  return found
}

export const overrideLeft = {
  name: 'override-left',
  group: 'state',
  severity: 'warning',
  title: 'Speed, flow or limits are left changed',
  why: 'An override that was meant for purging or probing stays until a line sets it back: the whole print runs slowly, or with too little filament.',
  silentWhen:
    'Silent when a later line sets it back, and for limits above a third of the printer’s own. Flow within 10 % is only advice, because it may compensate for the filament. Whether the print sets its own limits is not known here.',
  example: { text: 'G28\nM420 S1\nM220 S40\nM109 S200' },
  moments: ['start', ...goesOnAfter],
  judgesEnd: true,
  check,
} as const satisfies Rule
