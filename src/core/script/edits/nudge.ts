// Shifts a passage along the bed or upwards. Numbers that belong together all move, or none does.
import { axes } from '../../model/printer.ts'
import type { Passage } from '../passages.ts'
import { replace, type Shift } from './places.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

export type { Shift }

/**
 * Shifts a passage's positions. Relative moves need no change. Refused if the passage takes a coordinate from earlier
 * lines, if a move would leave the reach, and for inches.
 */
export function nudge(script: Rehearsed, passage: Passage, shift: Shift): Plan {
  const wanted = axes.filter(axis => shift[axis] !== 0)
  if (wanted.length === 0) return refuse('It stays where it is: the shift is nothing.')
  const edits = replace(script, passage, wanted, (axis, value) => ({ axis, value: value + shift[axis] }), shift)
  if (typeof edits === 'string') return refuse(edits)
  const shifts = wanted.map(axis => `${axis.toUpperCase()} ${shift[axis] > 0 ? '+' : '−'}${Math.abs(shift[axis])} mm`)
  return { ok: true, title: `Nudge “${passage.title}”: ${shifts.join(', ')}`, edits }
}
