// Sets the probe's offset from the nozzle. Z is the nozzle's height when the probe triggers, and applies from the next
// homing.
import { listed, mm } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { axes } from '../model/printer.ts'
import { record } from './record.ts'
import { furtherLetters, withMore } from './table-words.ts'

export const probeOffset = record<'probe-offset'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'z offset nozzle height trigger' },
  run: (recorder, command) => {
    const z = numberOf(command, 'Z')
    if (z !== null) recorder.set({ probeZ: z })
  },
  says: ({ command, spec, stage }) => {
    const words = axes.flatMap(axis => {
      const value = numberOf(command, axis.toUpperCase())
      return value === null ? [] : [`${axis.toUpperCase()} ${mm(value, 3)}`]
    })
    if (words.length === 0) return null
    const z = numberOf(command, 'Z')
    const known = stage.printer.probe?.offset.z ?? null
    const change =
      z === null || known === null || Math.abs(z - known) < 1e-9
        ? ''
        : `; the printer’s own is ${mm(known, 3)}, so after homing every height is ${mm(Math.abs(z - known), 3)} ${z > known ? 'higher' : 'lower'}`
    return withMore(
      `Probe offset: ${listed(words)} from the nozzle${change}.`,
      furtherLetters(command, spec, stage, 'XYZ'),
    )
  },
  purpose: 'z-offset',
})
