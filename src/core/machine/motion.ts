// How long a move takes: a trapezoid of speed over the length, within what each axis can do.

/** Limits that hold for one direction: the speed and acceleration along a path whose axes take these shares of it. */
export type AxisLimits = { x: number; y: number; z: number; e: number }

/**
 * Seconds for one move from rest to rest over `length` mm at `speed` mm/s with `acceleration` mm/s².
 * Trapezoid: L/v + v/a where there is room to reach v (L ≥ v²/a), else the triangle 2·√(L/a). A length of 0 takes 0 s.
 */
export function secondsFromRestToRest(length: number, speed: number, acceleration: number): number {
  if (length <= 0) return 0
  return length >= (speed * speed) / acceleration
    ? length / speed + speed / acceleration
    : 2 * Math.sqrt(length / acceleration)
}

/**
 * The most that can be had along a path when each axis carries its share of it: the smallest of limit / |share|.
 * Shares are lengths per axis over the path's length, so along one axis alone the limit is that axis's own.
 */
export function alongPath(wanted: number, shares: AxisLimits, limits: AxisLimits): number {
  let most = wanted
  if (shares.x) most = Math.min(most, limits.x / Math.abs(shares.x))
  if (shares.y) most = Math.min(most, limits.y / Math.abs(shares.y))
  if (shares.z) most = Math.min(most, limits.z / Math.abs(shares.z))
  if (shares.e) most = Math.min(most, limits.e / Math.abs(shares.e))
  return most
}
