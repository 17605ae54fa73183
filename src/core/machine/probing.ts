// Bed probing: nozzle positions for each point, and how long it takes.
import type { Rectangle } from '../model/job.ts'
import type { Printer, Probe } from '../model/printer.ts'
import { secondsBetween } from './planner.ts'

/** Minimum of points along a side when part of the bed is probed. */
const fewestPoints = 3

export type Grid = { x: number; y: number }

/** The distance between the points of a full probing, mm. */
const spacing = ({ bed }: Printer, { grid, insetMm }: Probe, axis: 'x' | 'y'): number =>
  grid[axis] > 1 ? (bed[axis][1] - bed[axis][0] - 2 * insetMm) / (grid[axis] - 1) : bed[axis][1] - bed[axis][0]

/** The number of points for part of the bed, with the density of a full probing. */
export const gridFor = (printer: Printer, probe: Probe, area: Rectangle): Grid => {
  const along = (axis: 'x' | 'y', span: number) =>
    Math.min(probe.grid[axis], Math.max(fewestPoints, Math.ceil(span / spacing(printer, probe, axis)) + 1))
  return { x: along('x', area.right - area.left), y: along('y', area.back - area.front) }
}

/** The probed area of the bed: everything within the inset. */
export const wholeBed = ({ bed }: Printer, { insetMm }: Probe): Rectangle => ({
  left: bed.x[0] + insetMm,
  right: bed.x[1] - insetMm,
  front: bed.y[0] + insetMm,
  back: bed.y[1] - insetMm,
})

/** Limit of points along an axis, whatever a command asks for. */
const maxAlong = 100
const pointsAlong = (count: number): number => Math.min(maxAlong, Math.max(1, Math.round(count) || 1))

/**
 * Nozzle positions for probing an area, mm, in the order of the visits: rows from front to back, in alternating
 * directions. A point that the probe can't reach is moved to the nearest one that it can.
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

/** Three corners of the probed area, for measuring the tilt. */
export function cornerPoints(printer: Printer, probe: Probe): { x: number; y: number }[] {
  const corners = probePoints(printer, probe, undefined, { x: 2, y: 2 })
  return corners.slice(0, 3)
}

/**
 * Seconds to probe a point at a distance of `travelMm` (0 at the head's position): the travel from rest to rest, down
 * fast, a step up, down slowly, and up. If the printer states seconds per point, those.
 */
export function probeSeconds({ accelerationMmS2 }: Printer, { dip, secondsPerPoint }: Probe, travelMm: number): number {
  if (!dip) return secondsPerPoint
  const { liftMm, bumpMm, fastMmS, slowMmS, travelMmS } = dip
  const travel = secondsBetween(travelMm, travelMmS, accelerationMmS2.travel, 0, 0)
  return travel + (liftMm + bumpMm + liftMm) / fastMmS + bumpMm / slowMmS
}
