// The power supply as a whole.
import { turnHeatersOff } from '../machine/heaters.ts'
import { record } from './record.ts'

export const power = record<'power'>({
  movesHead: false,
  book: { sort: 'switches power', alsoCalled: 'psu supply shutdown' },
  run: (recorder, _, { on }) => {
    if (on) return
    turnHeatersOff(recorder)
    recorder.set({ fan: 0, motorsOn: false, homed: { x: false, y: false, z: false } })
  },
  says: ({ effect }) => (effect.on ? 'Power supply on.' : 'Power supply off: heaters, fans and motors with it.'),
  purpose: ({ effect }) => (effect.on ? 'setup' : 'cool-down'),
})
