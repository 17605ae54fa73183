// The words a firmware table is written in: letters with units, and effects that the simulated printer can run.
import type { Axis } from '../model/printer.ts'

export type Unit =
  | 'mm'
  | 'mm/min'
  | 'mm/s'
  | 'mm/s²'
  | '°C'
  | 's'
  | 'ms'
  | '%'
  | 'of 255'
  | 'Hz'
  | 'g'
  | 'number'
  | 'switch'

export type Letter = {
  letter: string
  /** Goes after a verb or stands alone: “to X”, “speed”, “which tool”. */
  means: string
  unit: Unit
  /** Whether a number must follow the letter: always, never, or as the writer likes. */
  number: 'needed' | 'none' | 'optional'
  required?: boolean
}

export type Heater = 'nozzle' | 'bed'
export type LimitKind = 'speed' | 'acceleration'

/** What a command does to the machine. The simulated printer and the explanations switch over this, never over names. */
export type Effect =
  | { does: 'move' }
  | { does: 'arc'; clockwise: boolean }
  | { does: 'dwell' }
  | { does: 'wait-for-moves' }
  | { does: 'firmware-retract'; back: boolean }
  | { does: 'units'; units: 'mm' | 'inch' }
  | { does: 'positioning'; positioning: 'absolute' | 'relative'; filamentToo: boolean }
  | { does: 'extrusion-mode'; extrusion: 'absolute' | 'relative' }
  | { does: 'set-position' }
  | { does: 'home'; turnsLevellingOff: boolean }
  | { does: 'probe'; turnsLevellingOn: boolean }
  | { does: 'levelling' }
  | { does: 'motors'; on: boolean }
  | { does: 'heat'; heater: Heater; wait: boolean }
  | { does: 'fan'; on: boolean }
  | { does: 'message' }
  | { does: 'limits'; of: LimitKind }
  | { does: 'move-acceleration' }
  | { does: 'soft-limits' }
  | { does: 'feed-override' }
  | { does: 'flow-override' }
  | { does: 'tool' }
  | { does: 'change-filament' }
  /** Nothing that a rehearsal shows: reports, sounds, settings kept or loaded, fine tuning. */
  | { does: 'nothing-shown'; sort: 'report' | 'sound' | 'settings' | 'tuning' }

export type CommandSpec = {
  name: string
  /** A short plain title in the imperative or as a noun: “Heat the bed and wait”. */
  title: string
  letters: readonly Letter[]
  effect: Effect
  /** Takes the rest of the line as text for people. */
  text?: boolean
  /** Takes any letters: what they mean differs from board to board. */
  anyLetter?: boolean
  notes?: string
}

export type FirmwareFamily = {
  family: string
  /** How a person knows it. */
  about: string
  commands: ReadonlyMap<string, CommandSpec>
  /** The coldest nozzle, °C, at which this firmware lets the extruder push. */
  coldestExtrudeC: number
  /** The order in which `G28` without letters goes through the axes. */
  homingOrder: readonly Axis[]
}

/** The entry for a command in a family, tools (`T0`, `T12`) under `T`; undefined when the table has none. */
export const specOf = (family: FirmwareFamily, name: string): CommandSpec | undefined =>
  family.commands.get(name) ?? (/^T\d+$/.test(name) ? family.commands.get('T') : undefined)

/** The tool that `T1` selects; null when the name is no tool. */
export function toolNumber(name: string): number | null {
  const found = /^T(\d+)$/.exec(name)
  return found ? Number(found[1]) : null
}
