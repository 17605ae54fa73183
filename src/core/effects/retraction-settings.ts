// Sets the parameters of firmware retraction.

import type { EffectOf } from '../firmware/effect.ts'
import { listed, mm, speed } from '../format.ts'
import { type Command, numberOf } from '../gcode/line.ts'
import type { Retraction } from '../machine/state.ts'
import { record } from './record.ts'

/** A number as a length (not negative) or a speed (positive); null if it is not valid. */
const lengthIn = (command: Command, letter: string): number | null => {
  const value = numberOf(command, letter)
  return value === null || value < 0 ? null : value
}
const speedIn = (command: Command, letter: string, scale: number): number | null => {
  const value = numberOf(command, letter)
  return value === null || value <= 0 ? null : value * scale
}

function changeOf(
  command: Command,
  { of, keys }: EffectOf<'retraction-settings'>,
): { [K in keyof Retraction]: number | null } {
  if (keys)
    return {
      lengthMm: lengthIn(command, 'RETRACT_LENGTH'),
      speedMmS: speedIn(command, 'RETRACT_SPEED', 1),
      extraMm: lengthIn(command, 'UNRETRACT_EXTRA_LENGTH'),
      returnMmS: speedIn(command, 'UNRETRACT_SPEED', 1),
      liftMm: null,
    }
  if (of === 'return')
    return {
      lengthMm: null,
      speedMmS: null,
      extraMm: lengthIn(command, 'S'),
      returnMmS: speedIn(command, 'F', 1 / 60),
      liftMm: null,
    }
  return {
    lengthMm: lengthIn(command, 'S'),
    speedMmS: speedIn(command, 'F', 1 / 60),
    extraMm: numberOf(command, 'R'),
    returnMmS: speedIn(command, 'T', 1 / 60),
    liftMm: lengthIn(command, 'Z'),
  }
}

export const retractionSettings = record<'retraction-settings'>({
  movesHead: false,
  book: { kind: 'settings', alsoCalled: 'retract length speed z hop lift' },
  run: (recorder, command, effect) => {
    const change = changeOf(command, effect)
    recorder.set({
      retractions: recorder.modes.retractions.map(before => ({
        lengthMm: change.lengthMm ?? before.lengthMm,
        speedMmS: change.speedMmS ?? before.speedMmS,
        extraMm: change.extraMm ?? before.extraMm,
        // Without a speed for the return, the retraction speed applies.
        returnMmS: change.returnMmS ?? change.speedMmS ?? before.returnMmS,
        liftMm: change.liftMm ?? before.liftMm,
      })),
    })
  },
  says: ({ command, effect }) => {
    const { lengthMm, speedMmS, extraMm, returnMmS, liftMm } = changeOf(command, effect)
    const parts = [
      ...(lengthMm === null ? [] : [`retracts ${mm(lengthMm)}`]),
      ...(speedMmS === null ? [] : [`at ${speed(speedMmS)}`]),
      ...(liftMm ? [`raises the nozzle by ${mm(liftMm)}`] : []),
      ...(extraMm === null ? [] : [`unretracts ${extraMm === 0 ? 'as much' : `${mm(extraMm)} more`}`]),
      ...(returnMmS === null ? [] : [`forward at ${speed(returnMmS)}`]),
    ]
    return parts.length ? `Firmware retraction ${listed(parts)} from here on.` : 'Reports the firmware retraction.'
  },
})
