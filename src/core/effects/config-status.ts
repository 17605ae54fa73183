// What templates can read of a host's config: its sections, with the printer's description for what the config lacks.
import { type Config, configOf, readValue } from '../macros/config.ts'
import { type Item, Lookup, tuple, Unknown } from '../macros/template/values.ts'
import { Float } from '../macros/values.ts'
import { axes, type Printer } from '../model/printer.ts'

/** A setting as the host provides it: numbers are converted. */
function settingOf(text: string): Item {
  const parts = text.split(',').map(part => part.trim())
  if (parts.length < 2 || !parts.every(part => part !== '' && Number.isFinite(Number(part)))) return readValue(text)
  return tuple(parts.map(part => new Float(Number(part))))
}

/** Whether the config is the whole one, not only a file of macros: every whole config describes the printer itself. */
const isWhole = ({ sections }: Config): boolean => sections.has('printer')

/** Sections that a config may lack, besides those with a name of their own such as `filament_switch_sensor runout`. */
const optionalSections: ReadonlySet<string> = new Set([
  'dual_carriage',
  'exclude_object',
  'firmware_retraction',
  'probe',
  'quad_gantry_level',
  'screws_tilt_adjust',
  'z_tilt',
])

/**
 * Returns the status of a section that only some printers have; undefined if the whole config lacks it. If the config at
 * hand is only a file of macros, the section counts as not defined, and its members are unknown facts.
 */
export function sectionStatus(printer: Printer, name: string): Item {
  const config = configOf(printer)
  const path = `printer.${name}`
  if (config.sections.has(name.toLowerCase())) return new Unknown(path)
  if (!name.includes(' ') && !optionalSections.has(name)) return new Unknown(path)
  return isWhole(config) ? undefined : new Unknown(path, false)
}

/** Settings that follow from the printer's description, by section and key. Lengths in mm, speeds in mm/s, °C. */
function describedSettings(printer: Printer): Readonly<Record<string, Readonly<Record<string, number>>>> {
  const { reach, highestSpeedMmS, highestAccelerationMmS2, heaters, tools } = printer
  const steppers = axes.map(axis => [`stepper_${axis}`, { position_min: reach[axis][0], position_max: reach[axis][1] }])
  const extruders = tools.map(({ nozzleMm, filamentMm }, tool) => [
    `extruder${tool || ''}`,
    { nozzle_diameter: nozzleMm, filament_diameter: filamentMm, max_temp: heaters.nozzle.highestC },
  ])
  return {
    ...Object.fromEntries(steppers),
    ...Object.fromEntries(extruders),
    heater_bed: { max_temp: heaters.bed.highestC },
    printer: {
      max_velocity: Math.min(highestSpeedMmS.x, highestSpeedMmS.y),
      max_accel: Math.min(highestAccelerationMmS2.x, highestAccelerationMmS2.y),
      max_z_velocity: highestSpeedMmS.z,
    },
  }
}

/** Returns `printer.configfile.settings`, or `.config` with all values as they are `written`. */
export function settingsOf(printer: Printer, written: boolean): Lookup {
  const path = `printer.configfile.${written ? 'config' : 'settings'}`
  const config = configOf(printer)
  const described = written ? {} : describedSettings(printer)
  return new Lookup(path, name => {
    const section = config.sections.get(written ? name : name.toLowerCase())
    const known = described[name.toLowerCase()]
    if (!section && !known) return isWhole(config) ? undefined : new Unknown(`${path}.${name}`, false)
    return new Lookup(`${path}.${name}`, key => {
      const value = section?.get(key)
      if (value !== undefined) return written ? value : settingOf(value)
      const number = known?.[key]
      return number === undefined ? new Unknown(`${path}.${name}.${key}`) : new Float(number)
    })
  })
}
