// The acceleration of moves.
import { listed, plain } from '../format.ts'
import { hasLetter } from '../gcode/line.ts'
import { setMoveAcceleration } from './limiting.ts'
import { record } from './record.ts'

export const moveAcceleration = record<'move-acceleration'>({
  movesHead: false,
  book: { kind: 'sets limits', alsoCalled: 'speed' },
  run: (recorder, command, { together }) => setMoveAcceleration(recorder, command, together),
  says: ({ command, effect, before, after }) => {
    const { print, travel, retract } = after.acceleration
    const inUnits = (value: number) => `${plain(value, 0)} mm/s²`
    if (effect.together)
      return before.acceleration === after.acceleration
        ? 'Does nothing: this firmware needs S, or P and T together.'
        : `Acceleration ${inUnits(print)} from here on.`
    const parts = [
      ...(hasLetter(command, 'P') || hasLetter(command, 'S') ? [`${inUnits(print)} while printing`] : []),
      ...(hasLetter(command, 'T') || hasLetter(command, 'S') ? [`${inUnits(travel)} while travelling`] : []),
      ...(hasLetter(command, 'R') ? [`${inUnits(retract)} for retracting`] : []),
    ]
    return parts.length ? `Acceleration from here on: ${listed(parts)}.` : 'Reports the acceleration.'
  },
  purpose: 'limits',
})
