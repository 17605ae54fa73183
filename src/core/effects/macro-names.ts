// The names that a macro's template can read: parameters, variables, and the printer's present status.
import type { Command } from '../gcode/line.ts'
import type { Recorder } from '../machine/recorder.ts'
import { flowPercent } from '../machine/state.ts'
import { type HeaterHistory, temperatureAt } from '../machine/temperature.ts'
import type { Macro } from '../macros/config.ts'
import type { Names } from '../macros/template/evaluate.ts'
import { type Item, Lookup, Unknown } from '../macros/template/values.ts'
import { Float, type Value } from '../macros/values.ts'
import { momentFacts } from '../model/moment.ts'
import { axes } from '../model/printer.ts'
import { sectionStatus, settingsOf } from './config-status.ts'
import { savedVariables, variablesOf } from './macro-variables.ts'

/** Parameters are texts, by key or letter in upper case. */
function parametersOf({ keys, words }: Command): Record<string, Value> {
  return Object.fromEntries([
    ...words.map(({ letter, value, quoted }) => [letter, quoted ?? (value === null ? '' : String(value))]),
    ...keys.map(({ key, value }) => [key, value]),
  ])
}

/** Numbers as a host provides them: with a decimal point. */
const pointed = (values: Readonly<Record<string, number>>): Record<string, Value> =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [name, new Float(value)]))

/** A position, readable by letter and by index; iterating returns its letters. */
const placeOf = (values: Readonly<Record<'x' | 'y' | 'z' | 'e', number>>): Value => {
  const place = pointed(values) as Record<string, Value>
  for (const [i, value] of Object.values(place).entries())
    for (const key of [i, i - 4]) Object.defineProperty(place, key, { value, enumerable: false })
  return place
}

/** Known members by name; any other member is an unknown fact. */
const known = (path: string, members: Readonly<Record<string, Item | (() => Item)>>): Lookup =>
  new Lookup(path, name => {
    if (!Object.hasOwn(members, name)) return new Unknown(`${path}.${name}`)
    const found = members[name]
    return typeof found === 'function' ? (found as () => Item)() : found
  })

/** The printer's present status. */
function statusOf(recorder: Recorder): Lookup {
  recorder.comeToRest()
  const { modes, position, now, stage } = recorder
  const { printer, job } = stage
  const { x, y, z } = printer.reach
  const place = (of: 0 | 1) => placeOf({ x: x[of], y: y[of], z: z[of], e: 0 })
  const here = (shift: Readonly<Record<'x' | 'y' | 'z', number>>) => {
    const at = (axis: 'x' | 'y' | 'z') => (Number.isNaN(position[axis]) ? 0 : position[axis] - shift[axis])
    return placeOf({ x: at('x'), y: at('y'), z: at('z'), e: recorder.counter })
  }
  const nothing = { x: 0, y: 0, z: 0 }
  const heater = (path: string, history: HeaterHistory, targetC: number, more: Record<string, Item> = {}) =>
    known(path, {
      temperature: new Float(temperatureAt(history, now)),
      target: new Float(targetC),
      power: new Float(targetC > 0 ? 1 : 0),
      ...more,
    })
  const nameOf = (tool: number) => (tool > 0 ? `extruder${tool}` : 'extruder')
  const extruder = (tool: number): Item => {
    const history = recorder.nozzles[tool]
    if (!history) return undefined
    return heater(`printer.${nameOf(tool)}`, history, modes.nozzleTargets[tool] ?? 0, {
      can_extrude: temperatureAt(history, now) >= (modes.coldExtrusion.leastC ?? stage.firmware.coldestExtrudeC),
    })
  }
  const macroNamed = (wanted: string): Item => {
    const macro = stage.macros?.get(wanted.toUpperCase())
    return macro ? variablesOf(recorder, macro) : undefined
  }
  /** The host forgets an alignment when the motors rest; only the start begins from there. */
  const alignment = (name: string) => (): Item =>
    recorder.aligned || stage.moment === 'start'
      ? known(`printer.${name}`, { applied: recorder.aligned })
      : new Unknown(`printer.${name}`)
  const chamber = recorder.chamber
  const status: Readonly<Record<string, () => Item>> = {
    heater_bed: () => heater('printer.heater_bed', recorder.bed, modes.bedTarget),
    'heater_generic chamber': () =>
      chamber && heater('printer.heater_generic chamber', chamber, modes.chamberTarget ?? 0),
    heaters: () =>
      known('printer.heaters', {
        available_heaters: [...recorder.nozzles.map((_, tool) => nameOf(tool)), 'heater_bed'],
      }),
    fan: () => known('printer.fan', { speed: new Float(modes.fan) }),
    toolhead: () =>
      known('printer.toolhead', {
        position: here(nothing),
        homed_axes: axes.filter(axis => modes.homed[axis]).join(''),
        axis_minimum: place(0),
        axis_maximum: place(1),
        extruder: nameOf(modes.tool),
        max_velocity: new Float(Math.min(modes.speedLimits.x, modes.speedLimits.y)),
        max_accel: new Float(modes.acceleration.print),
        print_time: new Float(now),
        estimated_print_time: new Float(now),
      }),
    gcode_move: () =>
      known('printer.gcode_move', {
        absolute_coordinates: modes.positioning === 'absolute',
        absolute_extrude: modes.extrusion === 'absolute',
        speed_factor: new Float(modes.feedPercent / 100),
        speed: new Float(modes.feedMmMin ?? 1500),
        position: here(nothing),
        gcode_position: here(modes.shift),
        homing_origin: placeOf({ ...modes.places.host, e: 0 }),
        extrude_factor: new Float(flowPercent(modes) / 100),
      }),
    motion_report: () => known('printer.motion_report', { live_position: here(nothing) }),
    bed_mesh: () =>
      known('printer.bed_mesh', {
        profile_name: modes.levelling === 'on' ? (modes.mesh ?? 'default') : '',
        profiles: () => (printer.storedMesh || modes.meshThere ? { default: {} } : {}),
      }),
    configfile: () =>
      known('printer.configfile', { settings: settingsOf(printer, false), config: settingsOf(printer, true) }),
    quad_gantry_level: alignment('quad_gantry_level'),
    z_tilt: alignment('z_tilt'),
    exclude_object: () => known('printer.exclude_object', { objects: [], excluded_objects: [], current_object: null }),
    idle_timeout: () => known('printer.idle_timeout', { state: 'Printing', printing_time: new Float(now) }),
    print_stats: () =>
      known('printer.print_stats', {
        state: 'printing',
        filename: `${job.name}.gcode`,
        print_duration: new Float(now),
        total_duration: new Float(now),
        message: '',
      }),
    virtual_sdcard: () => known('printer.virtual_sdcard', { is_active: true, progress: new Float(0) }),
    pause_resume: () => known('printer.pause_resume', { is_paused: momentFacts[stage.moment].pause !== null }),
    display_status: () =>
      known('printer.display_status', { message: recorder.messages.at(-1)?.text ?? '', progress: new Float(0) }),
    webhooks: () => known('printer.webhooks', { state: 'ready', state_message: '' }),
    save_variables: () => known('printer.save_variables', { variables: savedVariables(recorder) }),
    stepper_enable: () => known('printer.stepper_enable', {}),
  }
  return new Lookup('printer', name => {
    if (name.startsWith('gcode_macro ')) return macroNamed(name.slice('gcode_macro '.length))
    const tool = /^extruder(\d{0,2})$/.exec(name)
    if (tool) return extruder(Number(tool[1] || 0))
    return Object.hasOwn(status, name) ? status[name]?.() : sectionStatus(printer, name)
  })
}

/** The names in a macro's template, and the functions it can call. */
export function namesFor(recorder: Recorder, command: Command, macro: Macro): Names {
  const params = parametersOf(command)
  const rawparams = [
    ...command.words.map(({ text }) => text),
    ...command.keys.map(({ text }) => text),
    command.message ?? '',
  ]
    .filter(Boolean)
    .join(' ')
  return {
    names: { ...variablesOf(recorder, macro), params, rawparams, printer: statusOf(recorder) },
    standIn: path => recorder.stage.printer.unseen?.find(each => each.path === path)?.value,
    say: text => recorder.message(text),
  }
}
