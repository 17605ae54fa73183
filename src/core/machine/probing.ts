// Probing the bed: where the nozzle stands while the probe touches each point, and how long that takes.
import type { Rectangle } from '../model/job.ts'
import type { Printer, Probe } from '../model/printer.ts'
import { secondsBetween } from './planner.ts'

/** A probing of part of the bed takes no fewer points along a side. */
const fewestPoints = 3

export type Grid = { x: number; y: number }

/** The points of a full probing lie so far apart, mm. */
const spacing = ({ bed }: Printer, { grid, insetMm }: Probe, axis: 'x' | 'y'): number =>
  grid[axis] > 1 ? (bed[axis][1] - bed[axis][0] - 2 * insetMm) / (grid[axis] - 1) : bed[axis][1] - bed[axis][0]

/** How many points part of the bed takes at the density of a full probing. */
export const gridFor = (printer: Printer, probe: Probe, area: Rectangle): Grid => {
  const along = (axis: 'x' | 'y', span: number) =>
    Math.min(probe.grid[axis], Math.max(fewestPoints, Math.ceil(span / spacing(printer, probe, axis)) + 1))
  return { x: along('x', area.right - area.left), y: along('y', area.back - area.front) }
}

/** All of the bed that is probed: up to the inset. */
export const wholeBed = ({ bed }: Printer, { insetMm }: Probe): Rectangle => ({
  left: bed.x[0] + insetMm,
  right: bed.x[1] - insetMm,
  front: bed.y[0] + insetMm,
  back: bed.y[1] - insetMm,
})

/** No machine probes more points than this along an axis, whatever a line asks. */
const maxAlong = 100
const pointsAlong = (count: number): number => Math.min(maxAlong, Math.max(1, Math.round(count) || 1))

/**
 * Nozzle positions in mm for probing an area, in the order they are visited: rows from front to back, each begun at the end
 * where the last one stopped. A point that the nozzle can't bring the probe to is moved to the nearest that it can.
 */
export function probePoints(
  printer: Printer,
  probe: Probe,
  area: Rectangle = wholeBed(printer, probe),
  wanted: Grid = probe.grid,
): { x: number; y: number }[] {
  const grid = { x: pointsAlong(wanted.x), y: pointsAlong(wanted.y) }
  const spread = (axis: 'x' | 'y', index: number): number => {
    const [first, last] = axis === 'x' ? [area.left, area.right] : [area.front, area.back]
    const count = grid[axis]
    const place =
      (count === 1 ? (first + last) / 2 : first + ((last - first) * index) / (count - 1)) - probe.offset[axis]
    return Math.min(printer.reach[axis][1], Math.max(printer.reach[axis][0], place))
  }
  const points: { x: number; y: number }[] = []
  for (let row = 0; row < grid.y; row++)
    for (let step = 0; step < grid.x; step++)
      points.push({ x: spread('x', row % 2 ? grid.x - 1 - step : step), y: spread('y', row) })
  return points
}

/** Three corners of what is probed, to find the tilt. */
export function cornerPoints(printer: Printer, probe: Probe): { x: number; y: number }[] {
  const corners = probePoints(printer, probe, undefined, { x: 2, y: 2 })
  return corners.slice(0, 3)
}

/**
 * Seconds to probe a point `travelMm` away, 0 for where the head is: the way there from rest to rest, down fast, a step up, down
 * slowly, and up; or simply the printer's seconds a point, where nothing more is known.
 */
export function probeSeconds({ accelerationMmS2 }: Printer, { dip, secondsPerPoint }: Probe, travelMm: number): number {
  if (!dip) return secondsPerPoint
  const { liftMm, bumpMm, fastMmS, slowMmS, travelMmS } = dip
  const travel = secondsBetween(travelMm, travelMmS, accelerationMmS2.travel, 0, 0)
  return travel + (liftMm + bumpMm + liftMm) / fastMmS + bumpMm / slowMmS
}
