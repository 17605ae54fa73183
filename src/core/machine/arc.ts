// Divides an arc in the XY plane, with Z rising evenly, into chords that are short enough to draw.
import type { Position } from './state.ts'

export type ArcPath = { lengthMm: number; points: Position[] }

const chordMm = 1
/** A circle with a radius of 150 mm in 360 chords deviates from the arc by at most 0.006 mm: r · (1 − cos 0.5°). */
const maxChords = 360

/**
 * The path from `from` to `to` around a centre given by I and J (mm from the start), or with a radius R (mm; negative
 * means the longer arc). Length: radius × angle, combined with the rise in Z by Pythagoras. With I and J, an end equal
 * to the start is a full circle. Null if no such arc exists or an end is unknown.
 */
export function arcPath(
  from: Position,
  to: Position,
  centre: { i: number | null; j: number | null; r: number | null },
  clockwise: boolean,
): ArcPath | null {
  const middle = centre.r === null ? fromOffsets(from, centre) : fromRadius(from, to, centre.r, clockwise)
  if (!middle) return null
  const radius = Math.hypot(from.x - middle.x, from.y - middle.y)
  if (!(radius > 0)) return null
  const first = Math.atan2(from.y - middle.y, from.x - middle.x)
  const turn = 2 * Math.PI
  let sweep = Math.atan2(to.y - middle.y, to.x - middle.x) - first
  if (clockwise) while (sweep >= -1e-9) sweep -= turn
  else while (sweep <= 1e-9) sweep += turn
  const rise = Number.isNaN(to.z - from.z) ? 0 : to.z - from.z
  const lengthMm = Math.hypot(radius * sweep, rise)
  if (!Number.isFinite(lengthMm)) return null
  const chords = Math.min(maxChords, Math.max(8, Math.ceil(lengthMm / chordMm)))
  const points: Position[] = []
  for (let k = 1; k < chords; k++) {
    const angle = first + (sweep * k) / chords
    points.push({
      x: middle.x + radius * Math.cos(angle),
      y: middle.y + radius * Math.sin(angle),
      z: from.z + (rise * k) / chords,
    })
  }
  points.push(to)
  return { lengthMm, points }
}

function fromOffsets(from: Position, { i, j }: { i: number | null; j: number | null }) {
  return i === null && j === null ? null : { x: from.x + (i ?? 0), y: from.y + (j ?? 0) }
}

function fromRadius(from: Position, to: Position, radius: number, clockwise: boolean) {
  const [dx, dy] = [to.x - from.x, to.y - from.y]
  const chord = Math.hypot(dx, dy)
  const height = radius * radius - (chord * chord) / 4
  if (!(chord > 0) || height < 0) return null
  const side = (clockwise === radius > 0 ? 1 : -1) * Math.sqrt(height)
  return { x: from.x + dx / 2 + (side * dy) / chord, y: from.y + dy / 2 - (side * dx) / chord }
}
