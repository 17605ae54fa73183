// Finds the bed's extent if files give only limits: from a mesh centred on it, or from the reach.
import type { Span } from '../model/printer.ts'
import type { Notes, Place } from './findings.ts'

/** Beds have whole centimetres, and limits are slightly larger. */
const roundMm = 10

/** From 0, or centred on 0, to the last whole centimetre within the reach. */
export function bedFromReach([low, high]: Span): Span {
  const half = Math.floor(Math.min(-low, high) / roundMm) * roundMm
  // A symmetric reach means that the origin is at the centre.
  if (low < 0 && -low > high * 0.7 && half > 0) return [-half, half]
  const right = Math.floor(high / roundMm) * roundMm
  return right > 0 ? [0, right] : [low, high]
}

/**
 * A mesh may be off-centre, because the probe does not reach everywhere: its result must be close to the reach's, mm.
 */
const doubtMm = 10

/** The bed, from 0, whose centre is that of a probed area; null if the area seems to be off-centre. */
export function bedAroundMesh([first, last]: Span, reach: Span): Span | null {
  const right = first + last
  const [low, high] = bedFromReach(reach)
  return low === 0 && first > 0 && right % 5 === 0 && right <= reach[1] && Math.abs(right - high) <= doubtMm
    ? [0, right]
    : null
}

/** Proposes a bed from the reach alone, and asks to measure it. `source` is the file's name. */
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
    `The ${source} gives the reach of the head, not how ${axis === 'x' ? 'wide' : 'deep'} the bed is. Measure it.`,
    bed,
  )
}
