// Commands that a person taught: a manufacturer's, or macros of their printer, each with its effect in plain terms.
import * as v from 'valibot'
import { FamilyName } from './family.ts'
import { listOf, plainText } from './pieces.ts'

/** Effects that can be taught. `opaque` takes time and has no other known effect. */
export const taughtEffects = [
  'harmless',
  'light-sound-fan',
  'heats-nozzle',
  'heats-bed',
  'waits',
  'homes',
  'levels',
  'moves',
  'moves-filament',
  'changes-tool',
  'opaque',
] as const
export type TaughtEffect = (typeof taughtEffects)[number]

/** Whether an effect needs a duration. */
export const takesSeconds = (effect: TaughtEffect): boolean =>
  effect === 'opaque' || effect === 'moves' || effect === 'moves-filament'

export const TaughtCommand = v.strictObject({
  family: FamilyName,
  name: v.pipe(
    v.string(),
    v.transform(name => name.trim().toUpperCase()),
    v.regex(
      /^(?:[GM]\d+(?:\.\d+)?|[A-Z_][A-Z0-9_.:]+)$/,
      'a command’s name is G or M with a number, or a word such as MY_PURGE',
    ),
    v.maxLength(60),
  ),
  title: v.pipe(plainText(120), v.trim(), v.minLength(1, 'say in a few words what it does')),
  parameters: listOf(
    v.strictObject({
      letter: v.pipe(
        v.string(),
        v.transform(letter => letter.trim().toUpperCase()),
        v.regex(/^[A-Z][A-Z0-9_]*$/, 'a parameter is a letter, or a word such as TARGET'),
      ),
      means: v.pipe(plainText(80), v.trim()),
    }),
    60,
  ),
  effect: v.picklist(taughtEffects),
  /** The duration of an effect that has one, s. */
  seconds: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(86_400)), 0),
})
export type TaughtCommand = v.InferOutput<typeof TaughtCommand>

/** The file format for exporting taught commands. */
export const TaughtFile = v.strictObject({
  format: v.literal('warm-prelude taught commands'),
  version: v.literal(1),
  commands: listOf(TaughtCommand, 2000),
})
