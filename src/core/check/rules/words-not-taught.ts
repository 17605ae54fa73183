// Slicer placeholders that have not been taught: one finding for all of them, with the values used in the rehearsal.
import { listed, plural } from '../../format.ts'
import type { Checked, Found, Rule } from '../finding.ts'

/** Limit of placeholders in the message; the table lists all. */
const max = 4

function check({ resolution }: Checked): Found[] {
  const guessed = resolution.placeholders.filter(({ source }) => source !== 'taught')
  const first = guessed[0]
  if (!first) return []
  const named = guessed.slice(0, max).map(({ text, with: worth }) => `${text} with ${worth}`)
  const more = guessed.length > max ? ` and ${guessed.length - max} more` : ''
  const message = `${plural(guessed.length, 'placeholder')} of a slicer, rehearsed with what ${guessed.length === 1 ? 'it most likely means' : 'they most likely mean'}: ${more ? named.join(', ') : listed(named)}${more}. Confirm them to be sure.`
  return [{ line: Math.min(...guessed.flatMap(({ lines }) => lines)), message }]
}

export const wordsNotTaught = {
  name: 'words-not-taught',
  group: 'firmware',
  severity: 'advice',
  title: 'Placeholders of a slicer',
  why: 'The slicer that makes your print files fills these in. Here they are rehearsed with values that their names suggest, or that the material needs.',
  silentWhen: 'Silent for placeholders that you have taught as a vocabulary, in comments and in messages.',
  example: { text: 'G28\nM420 S1\nM190 S[bed_temp_first]\nM109 S[hotend_temp_first]' },
  check,
} as const satisfies Rule
