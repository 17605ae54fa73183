// What a macro's template sees of the simulated printer: parameters, variables, and its state at that moment.
import { type Command, textOf } from '../gcode/line.ts'
import { temperatureAt } from '../machine/heat.ts'
import type { Recorder } from '../machine/recorder.ts'
import { flowPercent } from '../machine/state.ts'
import { type Macro, readValue } from '../macros/config.ts'
import { membersOf, own, type Value } from '../macros/values.ts'
import { axes } from '../model/printer.ts'

/** A macro's variables as they are now. */
function variablesOf(recorder: Recorder, macro: Macro): Record<string, Value> {
  const known = recorder.variables.get(macro.name) ?? { ...macro.variables }
  recorder.variables.set(macro.name, known)
  return known
}

/** `SET_GCODE_VARIABLE MACRO=… VARIABLE=… VALUE=…`; any other macro command does nothing here. */
export function setVariable(recorder: Recorder, command: Command): void {
  const [name, variable, value] = ['MACRO', 'VARIABLE', 'VALUE'].map(key => textOf(command, key))
  const macro = name ? recorder.stage.macros?.get(name.toUpperCase()) : undefined
  if (macro && variable && value != null) variablesOf(recorder, macro)[variable.toLowerCase()] = readValue(value)
}

/** Parameters come as texts, by their keys or letters in upper case. */
function parametersOf({ keys, words }: Command): Record<string, Value> {
  return Object.fromEntries([
    ...words.map(({ letter, value, quoted }) => [letter, quoted ?? (value === null ? '' : String(value))]),
    ...keys.map(({ key, value }) => [key, value]),
  ])
}

function stateOf(recorder: Recorder): Value {
  recorder.comeToRest()
  const { modes, position, now, stage } = recorder
  const { printer } = stage
  const place = (of: 0 | 1) => Object.fromEntries(axes.map(axis => [axis, printer.reach[axis][of]]))
  const known = (value: number) => (Number.isNaN(value) ? 0 : value)
  const extruders = recorder.nozzles.map((history, tool): [string, Value] => [
    tool ? `extruder${tool}` : 'extruder',
    {
      temperature: temperatureAt(history, now),
      target: modes.nozzleTargets[tool] ?? 0,
      can_extrude: temperatureAt(history, now) >= stage.firmware.coldestExtrudeC,
    },
  ])
  const macroNamed = (name: string): Value => {
    const wanted = name.startsWith('gcode_macro ') ? name.slice('gcode_macro '.length) : ''
    const macro = stage.macros?.get(wanted.toUpperCase())
    return macro?.name === wanted ? variablesOf(recorder, macro) : undefined
  }
  const fixed: Record<string, Value> = {
    ...Object.fromEntries(extruders),
    heater_bed: { temperature: temperatureAt(recorder.bed, now), target: modes.bedTarget },
    fan: { speed: modes.fan },
    toolhead: {
      position: { x: known(position.x), y: known(position.y), z: known(position.z), e: recorder.counter },
      homed_axes: axes.filter(axis => modes.homed[axis]).join(''),
      axis_minimum: place(0),
      axis_maximum: place(1),
      extruder: modes.tool > 0 ? `extruder${modes.tool}` : 'extruder',
    },
    gcode_move: {
      absolute_coordinates: modes.positioning === 'absolute',
      absolute_extrude: modes.extrusion === 'absolute',
      speed_factor: modes.feedPercent / 100,
      speed: modes.feedMmMin ?? 1500,
      gcode_position: {
        x: known(position.x - modes.shift.x),
        y: known(position.y - modes.shift.y),
        z: known(position.z - modes.shift.z),
        e: recorder.counter,
      },
      homing_origin: { ...modes.places.host, e: 0 },
      extrude_factor: flowPercent(modes) / 100,
    },
  }
  return membersOf(name => macroNamed(name) ?? own(fixed, name))
}

/** The names that stand for something in a macro's template. */
export function namesFor(recorder: Recorder, command: Command, macro: Macro): Record<string, Value> {
  const params = parametersOf(command)
  const rawparams = [
    ...command.words.map(({ text }) => text),
    ...command.keys.map(({ text }) => text),
    command.message ?? '',
  ]
    .filter(Boolean)
    .join(' ')
  return { ...variablesOf(recorder, macro), params, rawparams, printer: stateOf(recorder) }
}
