// Mirrors a passage about its own centre, so that it runs in the opposite direction at the same place.
import { modesBefore, stepsOfCommand } from '../../machine/trace.ts'
import type { Passage } from '../passages.ts'
import { laysFilament, movesIn, replace } from './places.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

/**
 * Mirrors along an axis, about the centre of the passage's strokes (of all its positions if it has none). Refused for
 * relative moves and arcs, and if a move would leave the reach.
 */
export function mirror(script: Rehearsed, passage: Passage, axis: 'x' | 'y'): Plan {
  const moves = movesIn(script, passage).filter(({ row }) => modesBefore(script.trace, row).positioning === 'absolute')
  const laying = moves.filter(({ row }) => laysFilament(script, row))
  const places = (laying.length ? laying : moves)
    .flatMap(({ row }) => stepsOfCommand(script.trace, row))
    .flatMap(({ from, to }) => (laying.length ? [from[axis], to[axis]] : [to[axis]]))
    .filter(value => !Number.isNaN(value))
  const sum = Math.min(...places) + Math.max(...places)
  if (!Number.isFinite(sum)) return refuse(`No line of it names ${axis.toUpperCase()}.`)
  const edits = replace(script, passage, [axis], (same, value) => ({ axis: same, value: sum - value }), null)
  if (typeof edits === 'string') return refuse(edits)
  const how = axis === 'x' ? 'left for right' : 'front for back'
  return { ok: true, title: `Turn “${passage.title}” ${how}`, edits }
}
