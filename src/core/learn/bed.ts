// The bed's extent, where files give only limits: from a mesh that lies in its middle, or from how far the head goes.
import type { Span } from '../model/printer.ts'

/** Beds are sold in whole centimetres; limits go a little beyond. */
const roundMm = 10

/** From 0, or about 0 where the origin is in the middle, to the last whole centimetre within the reach. */
export function bedFromReach([low, high]: Span): Span {
  const half = Math.floor(Math.min(-low, high) / roundMm) * roundMm
  // As far to the left as to the right: the origin is in the middle.
  if (low < 0 && -low > high * 0.7 && half > 0) return [-half, half]
  const right = Math.floor(high / roundMm) * roundMm
  return right > 0 ? [0, right] : [low, high]
}

/** The bed that a probed area lies in the middle of, from 0 on; null where that would not fit the reach. */
export function bedAroundMesh([first, last]: Span, [low, high]: Span): Span | null {
  const right = first + last
  return low <= 0 && first > 0 && right > 0 && right <= high && right >= high * 0.8 ? [0, right] : null
}
