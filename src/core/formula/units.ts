// Converts a quantity to the unit of the letter it is written after, or reports that the units do not match.
import type { Unit as LetterUnit } from '../firmware/spec.ts'
import type { Unit } from './evaluate.ts'

/** What each unit measures, and its size in the smallest unit of the same kind. */
const kinds: Readonly<Record<string, { of: 'length' | 'speed' | 'heat' | 'time'; worth: number; label: string }>> = {
  mm: { of: 'length', worth: 1, label: 'a length' },
  'mm/min': { of: 'speed', worth: 1, label: 'a speed' },
  'mm/s': { of: 'speed', worth: 60, label: 'a speed' },
  '°C': { of: 'heat', worth: 1, label: 'a temperature' },
  ms: { of: 'time', worth: 1, label: 'a time' },
  s: { of: 'time', worth: 1000, label: 'a time' },
  min: { of: 'time', worth: 60_000, label: 'a time' },
}

/**
 * The factor that converts a value to the letter's unit, or what each of the two is if they do not match: a temperature
 * fits only a temperature, and a time is not a length. A speed calculated from a length is accepted.
 */
export function factorTo(letter: LetterUnit | null, unit: Unit): number | { is: string; takes: string } {
  const [from, to] = [kinds[unit], letter === null ? undefined : kinds[letter]]
  if (!from || !to) return 1
  if (from.of === to.of) return from.worth / to.worth
  const wrong = from.of === 'heat' || to.of === 'heat' || from.of === 'time'
  return wrong ? { is: from.label, takes: to.label } : 1
}
