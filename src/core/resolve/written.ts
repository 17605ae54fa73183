// How a worked out number is written for the letter that takes it.
import type { Unit } from '../firmware/spec.ts'
import { plain } from '../format.ts'
import type { Quantity } from '../formula/evaluate.ts'

const whole: readonly (Unit | null)[] = ['°C', 'of 255', 'mm/min', 'ms', 'Hz', 'mA', 'switch']

/** A number as its letter takes it: whole degrees, feeds and milliseconds, otherwise three decimals without trailing zeros. */
export const writtenFor = ({ value, unit }: Quantity, letter: Unit | null): string =>
  plain(value, decimalsFor(letter, unit))

/** How many decimals a letter takes at most; one that is none of a command's, as in a message, by what it is given. */
export const decimalsFor = (letter: Unit | null, unit: Quantity['unit']): number =>
  whole.includes(letter) || (letter === null && unit === '°C') ? 0 : 3
