// How the host family says things.
import type { Axis } from '../../model/printer.ts'
import { amount, common, type Phrases, toolWord } from '../phrases.ts'

const stepperOf = (letter: Axis | 'e'): string => (letter === 'e' ? 'extruder' : `stepper_${letter}`)

export const phrases: Phrases = {
  ...common,
  // It has no inches.
  units: units => (units === 'mm' ? 'G21' : null),
  dwell: seconds => `G4 P${amount(Math.round(seconds * 1000))}`,
  probeBed: () => 'BED_MESH_CALIBRATE',
  loadMesh: number => `BED_MESH_PROFILE LOAD=${number === null ? 'default' : `mesh_${number}`}`,
  heat: (heater, to, tool) =>
    heater === 'chamber'
      ? `SET_HEATER_TEMPERATURE HEATER=chamber TARGET=${amount(to)}`
      : heater === 'bed'
        ? `M140 S${amount(to)}`
        : `M104${toolWord(tool)} S${amount(to)}`,
  // Its waits go on while it cools, whatever the letter.
  waitFor: (heater, to, tool) =>
    heater === 'chamber'
      ? `SET_HEATER_TEMPERATURE HEATER=chamber TARGET=${amount(to)}\nTEMPERATURE_WAIT SENSOR="heater_generic chamber" MINIMUM=${amount(to)}`
      : heater === 'bed'
        ? `M190 S${amount(to)}`
        : `M109${toolWord(tool)} S${amount(to)}`,
  fan: share => (share > 0 ? `M106 S${Math.round(share * 255)}` : 'M107'),
  // M84 lets all go here, so some are let go one by one.
  motorsOff: letters =>
    letters === null
      ? 'M84'
      : letters.map(letter => `SET_STEPPER_ENABLE STEPPER=${stepperOf(letter)} ENABLE=0`).join('\n'),
  // The limits of its axes can't be turned off.
  softLimits: () => null,
  coldExtrusion: () => null,
  flowPercent: percent => `M221 S${amount(percent)}`,
  takeTool: tool => `ACTIVATE_EXTRUDER EXTRUDER=extruder${tool || ''}`,
  blendPart: () => null,
  keepBlend: () => null,
}
