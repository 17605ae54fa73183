// A move along an arc, in the selected plane.

import { sayMove } from './describe-move.ts'
import { move } from './move.ts'
import { runArc } from './moving.ts'
import { record } from './record.ts'

export const arc = record<'arc'>({
  movesHead: true,
  book: { kind: 'moves the head', alsoCalled: 'circle curve go travel' },
  run: (recorder, command, { clockwise, byRadius }) => runArc(recorder, command, clockwise, byRadius),
  says: context =>
    sayMove(
      context,
      context.steps,
      context.effect.clockwise ? 'clockwise along an arc ' : 'anticlockwise along an arc ',
    ),
  purpose: seen => (typeof move.purpose === 'function' ? move.purpose({ ...seen, effect: { does: 'move' } }) : 'move'),
})
