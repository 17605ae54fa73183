// Settings saved, loaded or reset.
import { asSwitchedOn } from '../machine/beginning.ts'
import { record } from './record.ts'

export const settings = record<'settings'>({
  movesHead: false,
  book: { kind: 'settings', alsoCalled: 'eeprom store save load restore factory' },
  run: (recorder, _, { act }) => {
    if (act === 'save') return
    const { speedLimits, accelerationLimits, acceleration, corner, retractions, probeZ, places } = asSwitchedOn(
      recorder.stage,
    )
    recorder.set({ speedLimits, accelerationLimits, acceleration, corner, retractions, probeZ })
    recorder.setPlaces({ homed: places.homed, tools: places.tools })
  },
  says: ({ effect }) => {
    if (effect.act === 'save') return 'Saves the settings as they are now, for every time the printer is switched on.'
    return effect.act === 'load'
      ? 'Loads the saved settings: later changes are lost.'
      : 'Resets the settings to the firmware’s defaults; saved settings are kept.'
  },
})
