// How long homing an axis takes.
import type { Axis, Printer } from '../model/printer.ts'

/**
 * Seconds to home an axis from a distance: a fast approach, and where it touches twice a step back and a slow approach. Z, which
 * is touched at 0, then lifts to where it is said to stand.
 */
export function homingSeconds({ homing }: Printer, axis: Axis, distanceMm: number): number {
  const fast = homing.speedMmS[axis]
  const bump = homing.bumpMm[axis]
  const lift = bump > 0 && axis === 'z' ? homing.at.z : 0
  return (distanceMm + bump + lift) / fast + bump / (fast * homing.bumpShare)
}
