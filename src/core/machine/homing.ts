// Calculates how long homing an axis takes.
import type { Axis, Printer } from '../model/printer.ts'

/**
 * Seconds to home an axis from a distance: a fast approach; if it probes twice, a step back and a slow approach. After
 * homing, Z lifts to the position that the printer's description gives.
 */
export function homingSeconds({ homing }: Printer, axis: Axis, distanceMm: number): number {
  const fast = homing.speedMmS[axis]
  const bump = homing.bumpMm[axis]
  const lift = bump > 0 && axis === 'z' ? homing.at.z : 0
  return (distanceMm + bump + lift) / fast + bump / (fast * homing.bumpShare)
}
