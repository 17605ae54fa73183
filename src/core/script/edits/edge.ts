// Moves a purge line to a different edge of the bed, at the same distance from it.

import { stepsOfCommand } from '../../machine/trace.ts'
import type { Axis } from '../../model/printer.ts'
import type { Passage } from '../passages.ts'
import { movesIn, replace } from './places.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

export const edges = ['left', 'right', 'front', 'back'] as const
export type Edge = (typeof edges)[number]

/** The edge that the passage's strokes run along and are nearest to; null if it has no strokes. */
export function edgeOf(script: Rehearsed, passage: Passage): Edge | null {
  const { bed } = script.stage.printer
  let [left, right, front, back] = [
    Number.POSITIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
    Number.POSITIVE_INFINITY,
    Number.NEGATIVE_INFINITY,
  ]
  for (const { row } of movesIn(script, passage))
    for (const { kind, from, to } of stepsOfCommand(script.trace, row)) {
      if (kind !== 'extrude') continue
      left = Math.min(left, from.x, to.x)
      right = Math.max(right, from.x, to.x)
      front = Math.min(front, from.y, to.y)
      back = Math.max(back, from.y, to.y)
    }
  if (!(right >= left) || !(back >= front)) return null
  if (back - front >= right - left) return (left + right) / 2 <= (bed.x[0] + bed.x[1]) / 2 ? 'left' : 'right'
  return (front + back) / 2 <= (bed.y[0] + bed.y[1]) / 2 ? 'front' : 'back'
}

const upright = (edge: Edge): boolean => edge === 'left' || edge === 'right'
const far = (edge: Edge): boolean => edge === 'right' || edge === 'back'

/**
 * Reflects a passage at the bed's diagonal if the new edge runs in the other direction, and mirrors it if the edge is
 * on the opposite side. Refused for relative moves and arcs, which can't be reflected by changing letters, and beyond
 * the reach.
 */
export function moveToEdge(script: Rehearsed, passage: Passage, to: Edge): Plan {
  const from = edgeOf(script, passage)
  if (!from) return refuse('It lays no line that runs along an edge.')
  if (from === to) return refuse(`It runs along the ${to} edge already.`)
  const { bed } = script.stage.printer
  const turns = upright(from) !== upright(to)
  const across = upright(to) ? 'x' : 'y'
  const rule = (axis: Axis, value: number): { axis: Axis; value: number } => {
    if (axis === 'z') return { axis, value }
    const onto = turns ? (axis === 'x' ? 'y' : 'x') : axis
    // Measured from the lower side of the old axis, then applied from the lower or upper side of the new one.
    const inset = value - bed[axis][0]
    const span = bed[onto][1] - bed[onto][0]
    const measured = onto === across && far(from) ? bed[axis][1] - bed[axis][0] - inset : inset
    return { axis: onto, value: bed[onto][0] + (onto === across && far(to) ? span - measured : measured) }
  }
  const edits = replace(script, passage, ['x', 'y'], rule, null)
  if (typeof edits === 'string') return refuse(edits)
  return { ok: true, title: `Bring “${passage.title}” to the ${to} edge`, edits }
}
