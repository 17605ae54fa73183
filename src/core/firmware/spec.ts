// The types of a firmware table: commands with their letters, units and effects, and the properties of a family.
import { type Command, hasLetter, letterOf, numberOf, type Piece } from '../gcode/line.ts'
import { clampedNumber } from '../gcode/number.ts'
import type { FamilyName } from '../model/family.ts'
import type { Axis, Printer } from '../model/printer.ts'
import type { Effect } from './effect.ts'
import type { Phrases } from './phrases.ts'

export type { Effect, Heater, LimitKind } from './effect.ts'

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
  /** A noun that fits after a verb or alone: “to X”, “speed”, “which tool”. */
  means: string
  unit: Unit
  /** Whether a number follows the letter: always, never, or optionally. */
  number: 'needed' | 'none' | 'optional'
  required?: boolean
  /** The smallest and largest reasonable value, in the letter's unit. */
  range?: readonly [number, number]
}

/** What a command does instead if it has this letter, or has it with one of these numbers. */
export type Case = { letter: string; is?: readonly number[]; title: string; effect: Effect }

export type CommandSpec = {
  name: string
  /** A short title in the imperative or as a noun: “Heat the bed and wait”. */
  title: string
  letters: readonly Letter[]
  effect: Effect
  /** The first case that fits replaces title and effect. */
  cases?: readonly Case[]
  /** A made-up line that shows the command. */
  example: string
  /** The first firmware version of this family with the command; absent if all have it. */
  since?: string
  /** Set if the firmware answers the command with an error; the reason in a sentence. */
  refused?: string
  /** The rest of the line is text for people. */
  text?: boolean
  /** Accepts any letters: their meanings differ between machines. */
  anyLetter?: boolean
  notes?: string
  /** Exists only on some manufacturers' machines, or has different meanings there. */
  makersOwn?: boolean
  /** Levels the bed on some machines, and does something different on others. */
  mayLevel?: boolean
  /** Exists only if a macro of this name is set up. */
  byMacro?: boolean
  /** Taught by the person. */
  taught?: boolean
}

/** A macro with its numbers at its top, filled in from the printer's description. */
export type MacroText = { name: string; title: string; about: string; text: (printer: Printer) => string[] }

export type FirmwareFamily = {
  family: FamilyName
  commands: ReadonlyMap<string, CommandSpec>
  /** The lowest nozzle temperature, °C, at which the firmware allows extrusion. */
  coldestExtrudeC: number
  /** The order in which `G28` without letters homes the axes. */
  homingOrder: readonly Axis[]
  /** How the family writes effects. Commands are spelled only here. */
  phrases: Phrases
  /** Whether a printer with several tools starts without a tool in use. */
  noToolAtStart: boolean
  /** How the printer counts filament when it is switched on, by its own macro files. */
  countsAtStart: (printer: Pick<Printer, 'macroFiles'>) => 'absolute' | 'relative'
  /** Whether each tool has active and standby temperatures and switches between them when it is selected. */
  toolsStandBy: boolean
  /**
   * How heads are numbered: by the list, or by carriage (`11` is head 1 on carriage 1, `10` all heads of carriage 1).
   */
  toolNumbers: 'listed' | 'by-carriage'
  /** Whether a line may contain several commands. */
  severalOnALine: boolean
  /** Whether the firmware refuses cold extrusion at all: paste needs no heat. */
  heatsToExtrude: boolean
  /** Whether these machines are normally used with a working origin set by G92. */
  originByHand: boolean
  /** Whether every wait for a heater also waits until it has cooled down to the target. */
  waitsIncludeCooling: boolean
  /** When a wait for a heater ends: within `windowC` °C of the target for `dwellS` seconds. */
  waits: { windowC: number; dwellS: number }
  /** The largest bead, mm², that the firmware allows for a nozzle diameter in mm; null if it does not check. */
  fattestBeadMm2: (nozzleMm: number) => number | null
  /** How many blends of a mixing hot end the firmware saves as tools; null if it has no table of blends. */
  maxBlends: number | null
  /** Whether scripts can branch, loop and calculate, with blocks marked by indentation. */
  flow: boolean
  /** Whether a name that the table lacks may be a macro of this printer. */
  namesMayBeMacros: boolean
}

/**
 * The entry for a command's name; tools (`T0`, `T12`, `T-1` for none) are under `T`. Undefined if the table lacks it.
 */
export const specNamed = (family: FirmwareFamily, name: string): CommandSpec | undefined =>
  family.commands.get(name) ?? (/^T-?\d+$/.test(name) ? family.commands.get('T') : undefined)

/** Decimals do not count: `P3.2` is phase 3 with a further setting. */
const fits = ({ letter, is }: Case, command: Command): boolean =>
  hasLetter(command, letter) && (!is || is.includes(Math.trunc(numberOf(command, letter) ?? Number.NaN)))

/** Cache of the entries for cases. */
const chosenSpecs = new WeakMap<Case, CommandSpec>()

function chosenSpec(spec: CommandSpec, chosen: Case): CommandSpec {
  const made = chosenSpecs.get(chosen) ?? { ...spec, title: chosen.title, effect: chosen.effect }
  chosenSpecs.set(chosen, made)
  return made
}

/** The entry for a command with its letters: if a case fits, that case. */
export function specOf(family: FirmwareFamily, command: Command): CommandSpec | undefined {
  const spec = specNamed(family, command.name)
  const chosen = spec?.cases?.find(each => fits(each, command))
  return spec && chosen ? chosenSpec(spec, chosen) : spec
}

/** A command's effect in a family; undefined if the table lacks the command. */
export const effectOf = (family: FirmwareFamily, command: Command): Effect | undefined =>
  specOf(family, command)?.effect

/** The unit of the letter or key that a piece assigns; null if the command lacks that letter. */
export const unitOf = (spec: CommandSpec | undefined, piece: Piece): Unit | null =>
  spec?.letters.find(({ letter }) => letter === letterOf(piece))?.unit ?? null

/** Whether a name that the table lacks may be a macro of this printer: a long name, in a family with macros. */
export const mayBeMacro = (family: FirmwareFamily, name: string): boolean =>
  family.namesMayBeMacros && /^[A-Z_][A-Z0-9_]+$/.test(name) && !/^[GMT]\d/.test(name)

/** The number in `T1` or `T-1`; null for other names. */
export function toolNumber(name: string): number | null {
  const found = /^T(-?\d+)$/.exec(name)
  return found ? clampedNumber(found[1] as string) : null
}
