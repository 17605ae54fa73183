// Commands without effect on a rehearsal: reports, sounds, tuning, checks of the firmware.
import { record } from './record.ts'

export const nothingShown = record<'nothing-shown'>({
  movesHead: false,
  book: {
    kind: ({ kind }) =>
      ({
        report: 'reports',
        sound: 'sounds',
        tuning: 'fine tuning',
        housekeeping: 'housekeeping',
        check: 'checks the firmware',
        configuration: 'configuration',
      })[kind],
    alsoCalled: 'other',
  },
  purpose: ({ effect }) => (effect.kind === 'check' ? 'firmware-check' : null),
})
