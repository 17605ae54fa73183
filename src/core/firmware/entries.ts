// Helpers for writing firmware tables.
import type { Effect, EffectOf } from './effect.ts'
import type { Case, CommandSpec, Letter, Unit } from './spec.ts'

/** A letter that is followed by a number. */
export const num = (letter: string, means: string, unit: Unit, range?: readonly [number, number]): Letter => ({
  letter,
  means,
  unit,
  number: 'needed',
  ...(range && { range }),
})
/** A letter with a number that the command requires. */
export const must = (letter: string, means: string, unit: Unit): Letter => ({
  ...num(letter, means, unit),
  required: true,
})
/** A letter that may stand without a number. */
export const flag = (letter: string, means: string): Letter => ({ letter, means, unit: 'switch', number: 'optional' })
/** A letter or key followed by text. */
export const text = (letter: string, means: string): Letter => ({ letter, means, unit: 'text', number: 'optional' })
export const onOff = (letter = 'S'): Letter => num(letter, '1 for on, 0 for off', 'switch')

/** Several letters with the same unit, each named by itself. */
export const each = (letters: string, unit: Unit): Letter[] => [...letters].map(letter => num(letter, letter, unit))
export const flags = (letters: string): Letter[] => [...letters].map(letter => flag(letter, `${letter} only`))

export const tool = num('T', 'which tool', 'number')
export const ends: Letter[] = [num('X', 'to X', 'mm'), num('Y', 'to Y', 'mm'), num('Z', 'to Z', 'mm')]
export const moving: Letter[] = [...ends, num('E', 'filament', 'mm'), num('F', 'feed rate from here on', 'mm/min')]

export const quiet = (kind: EffectOf<'nothing-shown'>['kind']): Effect => ({ does: 'nothing-shown', kind })
export const report = quiet('report')
export const tuning = quiet('tuning')
export const housekeeping = quiet('housekeeping')
/** A check of the firmware or the machine. */
export const check = quiet('check')
/** Configuration of the machine: pins, drivers, the definition of a tool. */
export const configuration = quiet('configuration')
export const settings = (act: EffectOf<'settings'>['act']): Effect => ({ does: 'settings', act })

export const heat = (heater: 'nozzle' | 'bed' | 'chamber', wait: boolean): EffectOf<'heat'> => ({
  does: 'heat',
  heater,
  wait,
  targets: ['S'],
  coolingToo: wait ? ['R'] : [],
  both: false,
  tool: heater === 'nozzle' ? 'T' : null,
  standby: null,
})

/** A full probing; `more` overrides the usual values. */
export const probing = (more: Partial<EffectOf<'probe'>> = {}): Effect => ({
  does: 'probe',
  turnsLevellingOn: true,
  extent: 'whole',
  adaptive: null,
  count: null,
  file: null,
  ...more,
})

export const when = (letter: string, is: readonly number[] | null, title: string, effect: Effect): Case => ({
  letter,
  title,
  effect,
  ...(is && { is }),
})

type More = Partial<
  Pick<
    CommandSpec,
    'cases' | 'refused' | 'since' | 'text' | 'anyLetter' | 'notes' | 'makersOwn' | 'mayLevel' | 'byMacro'
  >
>

/** A row of a table. The example is made up and reads without findings. */
export const row = (
  name: string,
  title: string,
  effect: Effect,
  letters: readonly Letter[],
  example: string,
  more: More = {},
): CommandSpec => ({
  name,
  title,
  letters,
  effect,
  example,
  ...more,
})

/** A table from rows; a later row replaces an earlier one with the same name. */
export const table = (...rows: readonly (readonly CommandSpec[])[]): ReadonlyMap<string, CommandSpec> =>
  new Map(rows.flat().map(entry => [entry.name, entry]))

/** The rows with these names. */
export const only = (rows: readonly CommandSpec[], names: string): CommandSpec[] => {
  const wanted = new Set(names.split(' '))
  return rows.filter(({ name }) => wanted.has(name))
}
