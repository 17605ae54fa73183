// A move requests more speed than its axis has.
import { plain, speed } from '../../format.ts'
import { numberOf } from '../../gcode/line.ts'
import type { Checked, Found, Rule } from '../finding.ts'

const sides = ['x', 'y', 'z', 'e'] as const
/** A move with at least this share along one axis. */
const nearlyAlone = 0.95
const byFar = 1.5

function check({ steps, rows }: Checked): Found[] {
  const found = new Map<number, Found>()
  for (const step of steps) {
    const row = rows[step.command]
    if (!row || (row.effect?.does !== 'move' && row.effect?.does !== 'arc') || found.has(row.line)) continue
    if (numberOf(row.command, 'F') === null || row.after.feedMmMin === null) continue
    const { from, to } = step
    const way = { x: to.x - from.x, y: to.y - from.y, z: to.z - from.z, e: step.filamentMm }
    const length = Math.hypot(way.x, way.y, way.z) || Math.abs(way.e)
    const axis = sides.find(
      each => Math.abs(way[each]) > nearlyAlone * length && (each !== 'e' || !Math.hypot(way.x, way.y, way.z)),
    )
    if (!axis || !(length > 0)) continue
    const wanted = ((row.after.feedMmMin / 60) * row.after.feedPercent) / 100
    const max = row.after.speedLimits[axis]
    if (wanted <= max * byFar) continue
    const what = axis === 'e' ? 'The filament' : axis.toUpperCase()
    const message = `${what} moves at ${speed(max)} at most; this line requests ${plain(wanted, 0)} mm/s. The machine moves as fast as it can, so the line takes longer than written.`
    found.set(row.line, { line: row.line, message })
  }
  return [...found.values()]
}

export const tooFast = {
  name: 'too-fast',
  group: 'motion',
  severity: 'advice',
  title: 'Faster than the printer can move',
  why: 'The firmware silently slows such a move down. That does no harm if the limits are right; if they are too high, the motor loses steps.',
  silentWhen:
    'Checks moves along a single axis, and only from one and a half times the limit. Uses the limits in your printer’s description and in the script.',
  example: { text: 'G28\nM420 S1\nG1 Z20 F3000' },
  check,
} as const satisfies Rule
