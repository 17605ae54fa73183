// Checks where the head must not go: beyond its reach, outside a round bed's circle, through a keep-out zone.
import { mm, plain } from '../format.ts'
import type { Rectangle } from '../model/job.ts'
import { axes, beyondRadiusMm, type Printer } from '../model/printer.ts'
import type { Step } from './trace.ts'

const doubtMm = 0.01

/**
 * The part of a straight move above a rectangle, as shares of its way from 0 to 1; null if there is none or a position is
 * unknown.
 */
export function partAbove(
  area: Rectangle,
  { from, to }: Pick<Step, 'from' | 'to'>,
): { first: number; last: number } | null {
  let [first, last] = [0, 1]
  for (const [at, way, low, high] of [
    [from.x, to.x - from.x, area.left, area.right],
    [from.y, to.y - from.y, area.front, area.back],
  ] as const) {
    if (Number.isNaN(at + way)) return null
    if (way === 0) {
      if (at < low || at > high) return null
      continue
    }
    const [one, other] = [(low - at) / way, (high - at) / way]
    first = Math.max(first, Math.min(one, other))
    last = Math.min(last, Math.max(one, other))
  }
  return first <= last ? { first, last } : null
}

/** Whether a straight move touches a rectangle. */
export const crosses = (area: Rectangle, step: Pick<Step, 'from' | 'to'>): boolean => partAbove(area, step) !== null

/** The first keep-out zone that a step passes through. */
export const zoneOn = ({ zones }: Pick<Printer, 'zones'>, step: Step): Printer['zones'][number] | undefined =>
  step.kind === 'home'
    ? undefined
    : zones.find(
        ({ x, y, highMm }) =>
          Math.min(step.from.z, step.to.z) < highMm &&
          crosses({ left: x[0], right: x[1], front: y[0], back: y[1] }, step),
      )

/**
 * Describes why a step goes where the head must not, as “would go …”; null if it is allowed. The upper limit of Z is
 * not checked.
 */
export function whyBeyond(printer: Printer, step: Step): string | null {
  if (step.kind === 'home' || step.kind === 'probe') return null
  const { from, to } = step
  for (const axis of axes) {
    const [low, high] = printer.reach[axis]
    const past = to[axis] < low - doubtMm || (axis !== 'z' && to[axis] > high + doubtMm)
    if (past && from[axis] !== to[axis])
      return `would go to ${axis.toUpperCase()} ${plain(to[axis])}, beyond what the head can reach (${plain(low)} to ${mm(high)})`
  }
  const moves = from.x !== to.x || from.y !== to.y
  if (moves && beyondRadiusMm(printer, to.x, to.y) > doubtMm)
    return `would go to X ${plain(to.x)} Y ${plain(to.y)}, beyond the circle that the head can reach`
  const zone = zoneOn(printer, step)
  return zone ? `would go through “${zone.name}”, where the head is to keep out` : null
}
