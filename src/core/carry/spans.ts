// Maps a coordinate along one axis to the target's bed: it keeps its edge and inset, its centre, or its share of the
// bed.
import type { Span } from '../model/printer.ts'

/** A position closer to an edge than this, mm, or than this share of the bed, belongs to that edge. */
const atEdgeMm = 30
const atEdgeShare = 0.15
/** Tolerance for “at the midpoint”, mm. */
const aboutMm = 1
/** A drawing that covers this share of the bed goes from edge to edge. */
const wholeShare = 0.8
/** Smallest distance from an edge for a line that keeps its length, mm. */
const nearestMm = 5

const middleOf = ([low, high]: Span): number => (low + high) / 2
const lengthOf = ([low, high]: Span): number => high - low

/** A linear map from source to target coordinates, for one axis of a drawing. */
export type AxisScale = { scale: number; here: number; there: number }

export const along = ({ scale, here, there }: AxisScale, value: number): number => there + (value - here) * scale

export const shiftedBy = (here: number, there: number): AxisScale => ({ scale: 1, here, there })

/**
 * Maps a single position: beyond an edge by the same distance, inset from an edge by the same distance, at the centre,
 * otherwise at the same share of the bed. Beds are ranges in mm.
 */
export function pointThere(value: number, here: Span, there: Span): number {
  const near = Math.max(atEdgeMm, lengthOf(here) * atEdgeShare)
  const [fromLow, fromHigh] = [value - here[0], here[1] - value]
  if (fromLow <= near && fromLow <= fromHigh) return there[0] + Math.min(fromLow, lengthOf(there))
  if (fromHigh <= near) return there[1] - Math.min(fromHigh, lengthOf(there))
  if (Math.abs(value - middleOf(here)) <= aboutMm) return middleOf(there) + (value - middleOf(here))
  return there[0] + (fromLow / lengthOf(here)) * lengthOf(there)
}

/** The map of a drawing along one axis, and whether the drawing had to be shortened. */
export type DrawingScale = AxisScale & { shortened: boolean }

/**
 * Maps a drawing from `low` to `high`: centred if it is centred, edge to edge if it covers the bed, otherwise with the
 * same inset from its nearer edge, keeping its length or shortened to fit the target's bed.
 */
export function drawingThere(low: number, high: number, here: Span, there: Span): DrawingScale {
  const [fromLow, fromHigh, extent] = [low - here[0], here[1] - high, high - low]
  const room = lengthOf(there)
  const fitted = (first: number, last: number): DrawingScale =>
    extent > 0 && last > first
      ? { scale: (last - first) / extent, here: low, there: first, shortened: last - first < extent - 1e-6 }
      : { ...shiftedBy(low, first), shortened: false }
  if (extent === 0) return { ...shiftedBy(low, pointThere(low, here, there)), shortened: false }
  if (extent >= wholeShare * lengthOf(here) && fromLow + fromHigh < room)
    return fitted(there[0] + fromLow, there[1] - fromHigh)
  const least = Math.min(fromLow, fromHigh)
  const centred = Math.abs(fromLow - fromHigh) <= 2 * aboutMm
  if (centred)
    return extent <= room - 2 * Math.min(Math.max(0, least), nearestMm)
      ? { ...shiftedBy(middleOf(here), middleOf(there)), shortened: false }
      : fitted(
          there[0] + Math.max(0, Math.min(fromLow, room / 4)),
          there[1] - Math.max(0, Math.min(fromHigh, room / 4)),
        )
  const margin = Math.max(0, Math.min(least, room / 4))
  const gap = Math.min(margin, nearestMm)
  if (fromLow <= fromHigh) {
    const first = there[0] + fromLow
    return first + extent <= there[1] - gap
      ? { ...shiftedBy(low, first), shortened: false }
      : fitted(
          there[0] + Math.min(fromLow, room / 4),
          Math.min(there[1] - margin, there[0] + Math.min(fromLow, room / 4) + extent),
        )
  }
  const last = there[1] - fromHigh
  return last - extent >= there[0] + gap
    ? { ...shiftedBy(high, last), shortened: false }
    : fitted(
        Math.max(there[0] + margin, there[1] - Math.min(fromHigh, room / 4) - extent),
        there[1] - Math.min(fromHigh, room / 4),
      )
}

/** Maps a height: the same distance below the top if it is near the top, otherwise unchanged, limited by the target. */
export function heightThere(value: number, top: number, topThere: number): number {
  if (value >= nearTopShare * top && top !== topThere) return Math.max(0, topThere - (top - value))
  return Math.min(value, Math.max(topThere, 0))
}

/** Heights above this share of the reach are measured from the top. */
const nearTopShare = 0.8
