// Limits the speed along a path to what each axis can do.

/** Limits per axis: speeds or accelerations, or each axis's share of a path. */
export type AxisLimits = { x: number; y: number; z: number; e: number }

/**
 * The highest speed or acceleration along a path, given each axis's share of its length: the smallest of limit /
 * |share|. Along one axis alone it is that axis's limit.
 */
export function alongPath(wanted: number, shares: AxisLimits, limits: AxisLimits): number {
  let max = wanted
  if (shares.x) max = Math.min(max, limits.x / Math.abs(shares.x))
  if (shares.y) max = Math.min(max, limits.y / Math.abs(shares.y))
  if (shares.z) max = Math.min(max, limits.z / Math.abs(shares.z))
  if (shares.e) max = Math.min(max, limits.e / Math.abs(shares.e))
  return max
}
