// The bed's extent, where files give only limits: from a mesh that lies in its middle, or from how far the head goes.
import type { Span } from '../model/printer.ts'
import type { Notes, Place } from './findings.ts'

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

/** A mesh may lie off the middle, where the probe does not reach: what it tells must be near what the reach tells. */
const doubtMm = 10

/** The bed from 0 on that a probed area lies in the middle of; null where it seems to lie off the middle. */
export function bedAroundMesh([first, last]: Span, reach: Span): Span | null {
  const right = first + last
  const [low, high] = bedFromReach(reach)
  return low === 0 && first > 0 && right % 5 === 0 && right <= reach[1] && Math.abs(right - high) <= doubtMm
    ? [0, right]
    : null
}

/** A bed of which only the reach is known: what is proposed, and that it be measured. `source` is what its owner calls the file. */
export function tellBedFromReach(
  notes: Notes,
  axis: 'x' | 'y',
  reach: { span: Span; place: Place },
  source: 'config' | 'configuration',
): void {
  const bed = bedFromReach(reach.span)
  notes.derive(`bed.${axis}`, bed, reach.place, 'only how far the head goes is given')
  notes.ask(
    `bed.${axis}`,
    `The ${source} says how far the head goes, not how ${axis === 'x' ? 'wide' : 'deep'} the bed is. Measure it.`,
    bed,
  )
}
