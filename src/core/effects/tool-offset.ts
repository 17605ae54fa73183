// Sets a tool's offset from the head.
import { listed, mm } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { toolOffset as offsetOf, withAxes } from '../machine/places.ts'
import { axes } from '../model/printer.ts'
import { record } from './record.ts'

export const toolOffset = record<'tool-offset'>({
  movesHead: false,
  book: { kind: 'changes how lines are taken', alsoCalled: 'nozzle offset calibration extruder' },
  run: (recorder, command, { tool: letter }) => {
    const tool = numberOf(command, letter) ?? recorder.toolMeant
    const { tools } = recorder.stage.printer
    if (!tools[tool]) return
    const [x, y, z] = axes.map(axis => numberOf(command, axis.toUpperCase()))
    const { places } = recorder.modes
    const offset = withAxes(offsetOf(places, tools, tool), { x, y, z })
    recorder.setPlaces({ tools: tools.map((_, each) => (each === tool ? offset : (places.tools[each] ?? null))) })
  },
  says: ({ command, effect, before }) => {
    const tool = numberOf(command, effect.tool) ?? Math.max(0, before.tool)
    const words = axes.flatMap(axis => {
      const value = numberOf(command, axis.toUpperCase())
      return value === null ? [] : [`${axis.toUpperCase()} ${mm(value, 3)}`]
    })
    return words.length
      ? `The nozzle of T${tool} is ${listed(words)} from the head.`
      : `Reports the offset of T${tool}.`
  },
  purpose: 'tool',
})
