// Host family: how each effect is written.
import type { Axis } from '../../model/printer.ts'
import { type AxisAmounts, amount, common, type Phrases, toolWord } from '../phrases.ts'

/** The family has one limit for X and Y: the smaller one is written. */
const overall = (key: string, { x, y }: AxisAmounts): string | null => {
  const given = [x, y].filter(each => each !== undefined)
  return given.length > 0 ? `SET_VELOCITY_LIMIT ${key}=${amount(Math.min(...given))}` : null
}

const stepperOf = (letter: Axis | 'e'): string => (letter === 'e' ? 'extruder' : `stepper_${letter}`)

export const phrases: Phrases = {
  ...common,
  // The family has no inches.
  units: units => (units === 'mm' ? 'G21' : null),
  dwell: seconds => `G4 P${amount(Math.round(seconds * 1000))}`,
  probeBed: () => 'BED_MESH_CALIBRATE',
  probePoint: () => 'PROBE',
  align: held => (held === 'corners' ? 'QUAD_GANTRY_LEVEL' : 'Z_TILT_ADJUST'),
  levellingOff: () => 'BED_MESH_CLEAR',
  loadMesh: mesh => `BED_MESH_PROFILE LOAD=${typeof mesh === 'number' ? `mesh_${mesh}` : (mesh ?? 'default')}`,
  heat: (heater, to, tool) =>
    heater === 'chamber'
      ? `SET_HEATER_TEMPERATURE HEATER=chamber TARGET=${amount(to)}`
      : heater === 'bed'
        ? `M140 S${amount(to)}`
        : `M104${toolWord(tool)} S${amount(to)}`,
  // Its waits include cooling, whichever letter is used.
  waitFor: (heater, to, tool) =>
    heater === 'chamber'
      ? `SET_HEATER_TEMPERATURE HEATER=chamber TARGET=${amount(to)}\nTEMPERATURE_WAIT SENSOR="heater_generic chamber" MINIMUM=${amount(to)}`
      : heater === 'bed'
        ? `M190 S${amount(to)}`
        : `M109${toolWord(tool)} S${amount(to)}`,
  fan: share => (share > 0 ? `M106 S${Math.round(share * 255)}` : 'M107'),
  // `M84` releases all motors here, so single motors are released by name.
  motorsOff: letters =>
    letters === null
      ? 'M84'
      : letters.map(letter => `SET_STEPPER_ENABLE STEPPER=${stepperOf(letter)} ENABLE=0`).join('\n'),
  // Its soft limits can't be switched off.
  softLimits: () => null,
  coldExtrusion: () => null,
  speedLimits: limits => overall('VELOCITY', limits),
  accelerationLimits: limits => overall('ACCEL', limits),
  // With both letters the firmware takes the smaller value, with only one it does nothing.
  acceleration: ({ print, travel }) =>
    print !== undefined && travel !== undefined && print !== travel
      ? `M204 P${amount(print)} T${amount(travel)}`
      : print === undefined && travel === undefined
        ? null
        : `M204 S${amount(print ?? travel ?? 0)}`,
  pressureAdvance: (factor, tool) =>
    `SET_PRESSURE_ADVANCE${tool === null ? '' : ` EXTRUDER=extruder${tool || ''}`} ADVANCE=${amount(factor)}`,
  firmwareRetract: back => (back ? 'G10' : 'G11'),
  retraction: ({ lengthMm, speedMmS }) =>
    [
      'SET_RETRACTION',
      ...(lengthMm === undefined ? [] : [`RETRACT_LENGTH=${amount(lengthMm)}`]),
      ...(speedMmS === undefined ? [] : [`RETRACT_SPEED=${amount(speedMmS)}`]),
    ].join(' '),
  pause: () => 'PAUSE',
  resume: () => 'RESUME',
  // Exists only if a macro of this name is set up.
  changeFilament: () => null,
  beep: () => null,
  flowPercent: percent => `M221 S${amount(percent)}`,
  // The first extruder has no number.
  takeTool: tool => (typeof tool === 'string' ? null : `ACTIVATE_EXTRUDER EXTRUDER=extruder${tool || ''}`),
  blendOfTool: () => null,
  blendPart: () => null,
  keepBlend: () => null,
}
