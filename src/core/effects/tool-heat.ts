// Sets a tool's active and standby temperatures, and which of them applies.
import { celsius, listed } from '../format.ts'
import { numberOf } from '../gcode/line.ts'
import { setToolHeat } from '../machine/heaters.ts'
import { noOffset, toolOffset, withAxes } from '../machine/places.ts'
import type { ToolHeat } from '../machine/state.ts'
import { axes } from '../model/printer.ts'
import { record } from './record.ts'

const states: readonly ToolHeat['state'][] = ['off', 'standby', 'active']

export const toolHeat = record<'tool-heat'>({
  movesHead: false,
  book: { kind: 'heats, doesn’t wait', alsoCalled: 'temperature standby active tool' },
  run: (recorder, command, effect) => {
    const tool = numberOf(command, effect.tool) ?? recorder.toolMeant
    const before = recorder.modes.toolHeats[tool]
    if (!before) return
    const [activeC, standbyC] = [numberOf(command, effect.active), numberOf(command, effect.standby)]
    const stateNumber = effect.state === null ? null : numberOf(command, effect.state)
    // A tool that was never selected stays off until it is selected or set.
    const state = states[stateNumber ?? -1] ?? (tool === recorder.modes.tool ? 'active' : before.state)
    setToolHeat(recorder, tool, {
      activeC: Math.max(0, activeC ?? before.activeC),
      standbyC: Math.max(0, standbyC ?? before.standbyC),
      state,
    })
    const [x, y, z] = axes.map(axis => numberOf(command, axis.toUpperCase()))
    if (x == null && y == null && z == null) return
    const { tools } = recorder.stage.printer
    const { places } = recorder.modes
    const offset = withAxes(toolOffset(places, tools, tool) ?? noOffset, { x, y, z })
    recorder.setPlaces({ tools: tools.map((_, each) => (each === tool ? offset : (places.tools[each] ?? null))) })
  },
  says: ({ command, effect, before, after, stage }) => {
    const tool = numberOf(command, effect.tool) ?? Math.max(0, before.tool)
    const heats = after.toolHeats[tool]
    if (!heats) return `Sets the temperatures of a tool that ${stage.printer.name} doesn’t have.`
    const parts = [
      ...(numberOf(command, effect.active) === null ? [] : [`${celsius(heats.activeC)} in use`]),
      ...(numberOf(command, effect.standby) === null ? [] : [`${celsius(heats.standbyC)} standing by`]),
    ]
    const stateNumber = effect.state === null ? null : numberOf(command, effect.state)
    const now =
      stateNumber !== null
        ? { off: 'its heater goes off', standby: 'it stands by now', active: 'it heats for use now' }[heats.state]
        : heats.state === 'off'
          ? 'its heater stays off until it is selected'
          : null
    const summary = listed(parts)
    return `T${tool}: ${[summary, now].filter(Boolean).join('; ') || 'its temperatures stay the same'}.`
  },
  purpose: ({ command, effect }) => (numberOf(command, effect.active) === 0 ? 'cool-down' : 'heat'),
})
