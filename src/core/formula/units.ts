// How a quantity fits a letter that takes another unit: turned into it where they are of one kind, and else not at all.
import type { Unit as LetterUnit } from '../firmware/spec.ts'
import type { Unit } from './evaluate.ts'

/** What a unit measures, and how many of the smallest of its kind it is. */
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
 * What a value is multiplied by to be in the letter's unit. Where it can't be, what each is: a temperature is nothing else, and a
 * time is no length; a speed worked out from a length is let be.
 */
export function factorTo(letter: LetterUnit | null, unit: Unit): number | { is: string; takes: string } {
  const [from, to] = [kinds[unit], letter === null ? undefined : kinds[letter]]
  if (!from || !to) return 1
  if (from.of === to.of) return from.worth / to.worth
  const wrong = from.of === 'heat' || to.of === 'heat' || from.of === 'time'
  return wrong ? { is: from.label, takes: to.label } : 1
}
