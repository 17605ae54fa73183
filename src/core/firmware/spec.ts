// The words a firmware table is written in: letters with units, what a command does, and what a family says and keeps to.
import { type Command, hasLetter, letterOf, numberOf, type Piece } from '../gcode/line.ts'
import { clampedNumber } from '../gcode/number.ts'
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
  /** Goes after a verb or stands alone: “to X”, “speed”, “which tool”. */
  means: string
  unit: Unit
  /** Whether a number must follow the letter: always, never, or as the writer likes. */
  number: 'needed' | 'none' | 'optional'
  required?: boolean
  /** The smallest and largest value that makes sense, in the letter's unit. */
  range?: readonly [number, number]
}

/** What a command does instead where it has a letter, or has it with one of these numbers. */
export type Case = { letter: string; is?: readonly number[]; title: string; effect: Effect }

export type CommandSpec = {
  name: string
  /** A short plain title in the imperative or as a noun: “Heat the bed and wait”. */
  title: string
  letters: readonly Letter[]
  effect: Effect
  /** The first case that fits takes the place of title and effect. */
  cases?: readonly Case[]
  /** A line made by us that shows it. */
  example: string
  /** The first version of this family's firmware that has it, where not all do. */
  since?: string
  /** The firmware knows it and answers with an error: why, in a sentence. */
  refused?: string
  /** Takes the rest of the line as text for people. */
  text?: boolean
  /** Takes any letters: what they mean differs from machine to machine. */
  anyLetter?: boolean
  notes?: string
  /** Only some makers' machines have it, or they mean different things by it. */
  makersOwn?: boolean
  /** Only where a macro of this name has been set up. */
  byMacro?: boolean
  /** Added by the person, not by us. */
  taught?: boolean
}

/** A macro with its numbers at its top, as the printer's own figures have them. */
export type MacroText = { name: string; title: string; about: string; text: (printer: Printer) => string[] }

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
  /** How it says a thing: the one place where commands are spelled. */
  phrases: Phrases
  /** Whether a printer with several tools has none in use when it is switched on. */
  noToolAtStart: boolean
  /** How filament is counted when this printer is switched on, as its own files have it. */
  countsAtStart: (printer: Pick<Printer, 'macroFiles'>) => 'absolute' | 'relative'
  /** Whether each tool has a temperature in use and one standing by, and changes between them as it is selected. */
  toolsStandBy: boolean
  /** How heads are counted: as they are listed, or by carriage (`11` for head 1 on carriage 1, `10` for all of carriage 1). */
  toolNumbers: 'listed' | 'by-carriage'
  /** Whether a line may hold several commands, one after another. */
  severalOnALine: boolean
  /** Whether a cold nozzle's push is refused here at all, as paste needs no heat. */
  heatsToExtrude: boolean
  /** Whether a working origin set by G92 is how these machines are used. */
  originByHand: boolean
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

/** The entry for a command's name in a family, tools (`T0`, `T12`, `T-1` for none) under `T`; undefined when the table has none. */
export const specNamed = (family: FirmwareFamily, name: string): CommandSpec | undefined =>
  family.commands.get(name) ?? (/^T-?\d+$/.test(name) ? family.commands.get('T') : undefined)

const fits = ({ letter, is }: Case, command: Command): boolean =>
  hasLetter(command, letter) && (!is || is.includes(numberOf(command, letter) ?? Number.NaN))

/** The entries that cases choose, each made once. */
const chosenSpecs = new WeakMap<Case, CommandSpec>()

function chosenSpec(spec: CommandSpec, chosen: Case): CommandSpec {
  const made = chosenSpecs.get(chosen) ?? { ...spec, title: chosen.title, effect: chosen.effect }
  chosenSpecs.set(chosen, made)
  return made
}

/** The entry for a command as it stands: of one whose letters decide what it does, the case that they choose. */
export function specOf(family: FirmwareFamily, command: Command): CommandSpec | undefined {
  const spec = specNamed(family, command.name)
  const chosen = spec?.cases?.find(each => fits(each, command))
  return spec && chosen ? chosenSpec(spec, chosen) : spec
}

/** What a command does in a family; undefined where the table does not have it. */
export const effectOf = (family: FirmwareFamily, command: Command): Effect | undefined =>
  specOf(family, command)?.effect

/** The unit of the letter or key that a piece gives something to; null where the command has none of that name. */
export const unitOf = (spec: CommandSpec | undefined, piece: Piece): Unit | null =>
  spec?.letters.find(({ letter }) => letter === letterOf(piece))?.unit ?? null

/** Whether a name that the family's table lacks may be a macro of this one printer: a long name, where there are macros. */
export const mayBeMacro = (family: FirmwareFamily, name: string): boolean =>
  family.namesMayBeMacros && /^[A-Z_][A-Z0-9_]+$/.test(name) && !/^[GMT]\d/.test(name)

/** The number in `T1` or `T-1`; null when the name is no tool. */
export function toolNumber(name: string): number | null {
  const found = /^T(-?\d+)$/.exec(name)
  return found ? clampedNumber(found[1] as string) : null
}
