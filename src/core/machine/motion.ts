// How fast a path may be gone along, within what each axis can do.

/** Limits that hold for one direction: the speed and acceleration along a path whose axes take these shares of it. */
export type AxisLimits = { x: number; y: number; z: number; e: number }

/**
 * The most that can be had along a path when each axis carries its share of it: the smallest of limit / |share|.
 * Shares are lengths per axis over the path's length, so along one axis alone the limit is that axis's own.
 */
export function alongPath(wanted: number, shares: AxisLimits, limits: AxisLimits): number {
  let max = wanted
  if (shares.x) max = Math.min(max, limits.x / Math.abs(shares.x))
  if (shares.y) max = Math.min(max, limits.y / Math.abs(shares.y))
  if (shares.z) max = Math.min(max, limits.z / Math.abs(shares.z))
  if (shares.e) max = Math.min(max, limits.e / Math.abs(shares.e))
  return max
}
