// Formats a calculated number for the letter that takes it.
import type { Unit } from '../firmware/spec.ts'
import { plain } from '../format.ts'
import type { Quantity } from '../formula/evaluate.ts'

const whole: readonly (Unit | null)[] = ['°C', 'of 255', 'mm/min', 'ms', 'Hz', 'mA', 'switch']

/** Whole numbers for degrees, feed rates and milliseconds; otherwise three decimals without trailing zeros. */
export const writtenFor = ({ value, unit }: Quantity, letter: Unit | null): string =>
  plain(value, decimalsFor(letter, unit))

/** The number of decimals for a letter; without a letter, as in a message, by the value's own unit. */
export const decimalsFor = (letter: Unit | null, unit: Quantity['unit']): number =>
  whole.includes(letter) || (letter === null && unit === '°C') ? 0 : 3
