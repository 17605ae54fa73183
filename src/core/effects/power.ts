// Switches the power supply.
import { turnHeatersOff } from '../machine/heaters.ts'
import { record } from './record.ts'
import { furtherLetters, withMore } from './table-words.ts'

export const power = record<'power'>({
  movesHead: false,
  book: { kind: 'switches power', alsoCalled: 'psu supply shutdown' },
  run: (recorder, _, { on }) => {
    if (on) return
    turnHeatersOff(recorder)
    recorder.set({ fan: 0, motorsOn: false, homed: { x: false, y: false, z: false } })
  },
  says: ({ command, spec, stage, effect }) =>
    withMore(
      effect.on ? 'Power supply on.' : 'Power supply off: heaters, fans and motors with it.',
      furtherLetters(command, spec, stage, ''),
    ),
  purpose: ({ effect }) => (effect.on ? 'setup' : 'cool-down'),
})
