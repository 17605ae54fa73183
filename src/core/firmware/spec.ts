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
  | 'min'
  | '%'
  | 'of 255'
  | 'of 1'
  | 'Hz'
  | 'g'
  | 'mA'
  | 'mm³'
  | 'µl'
  | '°'
  | 'steps/mm'
  | 'number'
  | 'switch'
  | 'text'

export type Letter = {
  /** One letter, or the key of an extended command (`TARGET`). */
  letter: string
  /** Goes after a verb or stands alone: “to X”, “speed”, “which tool”. */
  means: string
  unit: Unit
  /** Whether a number must follow the letter: always, never, or as the writer likes. */
  number: 'needed' | 'none' | 'optional'
  required?: boolean
  /** The smallest and largest value that makes sense, in the letter's unit. */
  range?: readonly [number, number]
}

export type Heater = 'nozzle' | 'bed' | 'chamber'
export type LimitKind = 'speed' | 'acceleration'

export type FlowStep =
  | 'branch'
  | 'loop'
  | 'leave'
  | 'again'
  | 'return'
  | 'variable'
  | 'global'
  | 'change'
  | 'say'
  | 'abort'

/** What a command does to the machine. The simulated printer and the explanations switch over this, never over names. */
export type Effect =
  | { does: 'move' }
  | { does: 'arc'; clockwise: boolean }
  | { does: 'dwell'; seconds: string; milliseconds: string }
  | { does: 'wait-for-moves' }
  | { does: 'firmware-retract'; back: boolean }
  | { does: 'units'; units: 'mm' | 'inch' }
  | { does: 'positioning'; positioning: 'absolute' | 'relative'; filamentToo: boolean }
  | { does: 'extrusion-mode'; extrusion: 'absolute' | 'relative' }
  | { does: 'set-position' }
  | { does: 'home'; turnsLevellingOff: boolean }
  | { does: 'probe'; turnsLevellingOn: boolean }
  /** One letter decides: 0 probes, 1 loads the kept mesh, 2 turns levelling off. */
  | { does: 'probe-or-mesh'; by: string }
  | { does: 'probe-point' }
  | { does: 'align' }
  /** On or off always, or as the letter says (0 off, more on). */
  | { does: 'levelling'; set: 'on' | 'off' | { by: string } }
  | { does: 'motors'; on: boolean }
  /** The target is the first of `targets` that the line has; one in `coolingToo` waits for cooling as well. */
  | {
      does: 'heat'
      heater: Heater
      wait: boolean
      targets: readonly string[]
      coolingToo: readonly string[]
      tool: string | null
      /** The letter of what a tool holds while it is not in use, where tools have such a temperature of their own. */
      standby?: string
    }
  | { does: 'wait-for-heaters' }
  | { does: 'heaters-off' }
  /** The power supply as a whole. */
  | { does: 'power'; on: boolean }
  /** `full` is the number that means full speed. */
  | { does: 'fan'; on: boolean; speed: string; full: number }
  | { does: 'message'; key: string | null }
  /** `perSecond` turns the number as written into mm/s or mm/s². */
  | { does: 'limits'; of: LimitKind; perSecond: number }
  | { does: 'move-acceleration' }
  | { does: 'overall-limits'; speed: string; acceleration: string; corners: string | null }
  /** How sharply corners are taken: by letters, or by a speed under this key. */
  | { does: 'corners'; speed: string | null }
  | { does: 'soft-limits'; by: string }
  | { does: 'feed-override' }
  | { does: 'flow-override' }
  | { does: 'tool'; by: string | null }
  | { does: 'change-filament' }
  | { does: 'pause' }
  | { does: 'park' }
  | { does: 'wipe' }
  | { does: 'z-offset' }
  | { does: 'origin' }
  | { does: 'mix' }
  | { does: 'save-state'; by: string | null }
  | { does: 'restore-state'; by: string | null }
  | { does: 'macro' }
  /** Runs a file of the printer's own, whose name stands under this letter. */
  | { does: 'macro-file'; by: string }
  /** Branches, loops and variables of the machine's own. */
  | { does: 'flow'; step: FlowStep }
  /** Something that takes this long and is otherwise not known; what a person taught. */
  | { does: 'opaque'; seconds: number }
  /** Nothing that a rehearsal shows: reports, sounds, settings kept or loaded, fine tuning. */
  | { does: 'nothing-shown'; sort: 'report' | 'sound' | 'settings' | 'tuning' | 'housekeeping' }

export type CommandSpec = {
  name: string
  /** A short plain title in the imperative or as a noun: “Heat the bed and wait”. */
  title: string
  letters: readonly Letter[]
  effect: Effect
  /** A line made by us that shows it. */
  example: string
  /** The first version of this family's firmware that has it, where not all do. */
  since?: string
  /** Takes the rest of the line as text for people. */
  text?: boolean
  /** Takes any letters: what they mean differs from machine to machine. */
  anyLetter?: boolean
  notes?: string
  /** Only some makers' machines have it, or they mean different things by it. */
  makersOwn?: boolean
  /** Added by the person, not by us. */
  taught?: boolean
}

export type FamilyName = 'board' | 'host' | 'macro-file' | 'dispensing'

export type FirmwareFamily = {
  family: FamilyName
  /** How a person knows it. */
  about: string
  commands: ReadonlyMap<string, CommandSpec>
  /** The coldest nozzle, °C, at which this firmware lets the extruder push. */
  coldestExtrudeC: number
  /** The order in which `G28` without letters goes through the axes. */
  homingOrder: readonly Axis[]
  /** How this family is told to use the kept mesh, one of several (null where it keeps only one), and to probe afresh. */
  phrases: { loadMesh: string; loadMeshNumber: ((number: number) => string) | null; probeBed: string }
  /** When a wait for a heater ends: within so many °C of the target, for so many seconds. */
  waits: { windowC: number; dwellS: number }
  /** The fattest bead, mm², that this firmware lets a nozzle of so many mm lay; null where it doesn't look. */
  fattestBeadMm2: (nozzleMm: number) => number | null
  /** How many blends of a mixing hot end it keeps as tools of their own; null where it has no such table. */
  mostBlends: number | null
  /** Whether scripts branch, loop and reckon by themselves, with blocks that are told by how far right they stand. */
  flow: boolean
  /** Whether a name that the table lacks may be a macro of this one printer. */
  namesMayBeMacros: boolean
}

/** The entry for a command in a family, tools (`T0`, `T12`, `T-1` for none) under `T`; undefined when the table has none. */
export const specOf = (family: FirmwareFamily, name: string): CommandSpec | undefined =>
  family.commands.get(name) ?? (/^T-?\d+$/.test(name) ? family.commands.get('T') : undefined)

/** Whether a name that the family's table lacks may be a macro of this one printer: a long name, where there are macros. */
export const mayBeMacro = (family: FirmwareFamily, name: string): boolean =>
  family.namesMayBeMacros && /^[A-Z_][A-Z0-9_]+$/.test(name) && !/^[GMT]\d/.test(name)

/** The tool that `T1` selects; null when the name is no tool. */
export function toolNumber(name: string): number | null {
  const found = /^T(\d+)$/.exec(name)
  return found ? Number(found[1]) : null
}
