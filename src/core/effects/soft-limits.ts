// Soft limits on or off.
import { numberOf } from '../gcode/line.ts'
import { record } from './record.ts'

export const softLimits = record<'soft-limits'>({
  movesHead: false,
  book: { kind: 'sets limits', alsoCalled: 'endstops software' },
  run: (recorder, command, { by }) => {
    const on = numberOf(command, by)
    if (on !== null) recorder.set({ softLimits: on > 0 })
  },
  says: ({ command, effect, after }) => {
    if (numberOf(command, effect.by) === null) return 'Reports the soft limits.'
    return after.softLimits ? 'Soft limits on.' : 'Soft limits off: moves beyond the reach are no longer stopped.'
  },
  purpose: 'limits',
})
