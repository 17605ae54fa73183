// Firmware retraction, and its return.

import { toolsAt } from '../firmware/tools.ts'
import { mm } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { goTo, runFilament } from './moving.ts'
import { record } from './record.ts'

export const firmwareRetract = record<'firmware-retract'>({
  movesHead: false,
  book: { kind: 'moves the filament', alsoCalled: 'retract unretract prime' },
  run: (recorder, command, { back }) => {
    const named = numberOf(command, 'T')
    const tool = recorder.toolMeant
    // For a head that is not in use it moves nothing.
    if (named !== null && !toolsAt(recorder.stage.firmware, recorder.stage.printer, named).includes(tool)) return
    const settings = recorder.modes.retractions[tool]
    if (!settings || back === recorder.modes.firmwareRetractedMm > 0) return
    const { lengthMm, speedMmS, extraMm, returnMmS, liftMm } = settings
    const { places } = recorder.modes
    const lift = (by: number) => {
      if (by === 0 || Number.isNaN(recorder.position.z)) return
      recorder.setPlaces({ fine: { ...places.fine, z: places.fine.z + by } })
      goTo(
        recorder,
        { ...recorder.position, z: recorder.position.z + by },
        recorder.stage.printer.highestSpeedMmS.z,
        0,
        false,
      )
    }
    if (!back) lift(-liftMm)
    recorder.set({ firmwareRetractedMm: back ? lengthMm : 0 })
    runFilament(recorder, back ? -lengthMm : lengthMm + extraMm, back ? speedMmS : returnMmS)
    if (back) lift(liftMm)
  },
  says: ({ steps, effect }) => {
    const filament = Math.abs(steps.reduce((sum, step) => sum + step.filamentMm, 0))
    if (filament === 0) return 'Does nothing: the filament is already there.'
    return effect.back ? `Retracts ${mm(filament)} of filament.` : `Unretracts ${mm(filament)} of filament.`
  },
  purpose: ({ effect }) => (effect.back ? 'retract' : 'prime'),
})
