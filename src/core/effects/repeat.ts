// Repeats lines, from the marker with a number to the one without.
import { plural } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { record } from './record.ts'

export const repeat = record<'repeat'>({
  movesHead: false,
  book: { kind: 'runs other lines', alsoCalled: 'loop repeat' },
  says: ({ command, effect }) => {
    const times = numberOf(command, effect.times)
    if (times === null) return 'The repeated lines end here.'
    return times > 0
      ? `The lines up to the next ${command.name} run ${plural(times, 'time')}.`
      : `The lines up to the next ${command.name} run again and again.`
  },
})
