// Whether E counts mm of filament or mm³.

import { toolsAt } from '../firmware/tools.ts'
import { mm } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { record } from './record.ts'

export const volumetric = record<'volumetric'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'volume filament diameter extrusion' },
  run: (recorder, command, { diameter, switch: letter, zeroIsOn }) => {
    const { firmware, printer } = recorder.stage
    const [wide, set] = [numberOf(command, diameter), letter === null ? null : numberOf(command, letter)]
    const named = numberOf(command, 'T')
    const tools =
      named === null
        ? zeroIsOn
          ? printer.tools.map((_, each) => each)
          : [recorder.toolMeant]
        : toolsAt(firmware, printer, named)
    const on = set === null ? (wide ?? 0) > 0 : zeroIsOn ? set === 0 : set > 0
    recorder.set({
      volumetric: recorder.modes.volumetric.map((before, tool) =>
        !tools.includes(tool) ? before : on ? wide || before || (printer.tools[tool]?.filamentMm ?? 0) : 0,
      ),
    })
  },
  says: ({ after, command, effect }) => {
    const tool = Math.max(0, after.tool)
    const wide = after.volumetric[tool] ?? 0
    if (numberOf(command, effect.diameter) === null && effect.switch === null) return null
    return wide > 0
      ? `E is a volume from here on, in mm³${effect.zeroIsOn ? '' : `, for filament ${mm(wide)} thick`}.`
      : 'E is a length of filament from here on, in mm.'
  },
  purpose: 'setup',
})
