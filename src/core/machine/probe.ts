// Where the nozzle stands while the probe touches each point of its grid.
import type { Printer, Probe } from '../model/printer.ts'

/**
 * Nozzle positions in mm for a full probing, in the order they are visited: rows from front to back, each begun at the end
 * where the last one stopped. A point that the nozzle can't bring the probe to is moved to the nearest that it can.
 */
export function probePoints(printer: Printer, probe: Probe): { x: number; y: number }[] {
  const spread = (axis: 'x' | 'y', index: number): number => {
    const [low, high] = printer.bed[axis]
    const count = probe.grid[axis]
    const first = low + probe.insetMm
    const span = high - probe.insetMm - first
    const wanted = (count === 1 ? first + span / 2 : first + (span * index) / (count - 1)) - probe.offset[axis]
    return Math.min(printer.reach[axis][1], Math.max(printer.reach[axis][0], wanted))
  }
  const points: { x: number; y: number }[] = []
  for (let row = 0; row < probe.grid.y; row++)
    for (let step = 0; step < probe.grid.x; step++)
      points.push({ x: spread('x', row % 2 ? probe.grid.x - 1 - step : step), y: spread('y', row) })
  return points
}
