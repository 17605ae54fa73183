// Commands that a person taught: a maker's own, or macros of their printer, with what they do in plain terms.
import * as v from 'valibot'
import type { Effect } from './effect.ts'
import { heat, housekeeping, probing } from './entries.ts'
import type { CommandSpec, FirmwareFamily } from './spec.ts'

export const FamilyNames = v.picklist(['board', 'host', 'macro-file', 'dispensing'])

/** What a taught command can be said to do. `opaque` takes a time and is otherwise not known. */
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

export const TaughtCommand = v.strictObject({
  family: FamilyNames,
  name: v.pipe(
    v.string(),
    v.transform(name => name.trim().toUpperCase()),
    v.regex(
      /^(?:[GM]\d+(?:\.\d+)?|[A-Z_][A-Z0-9_]+)$/,
      'a command’s name is G or M with a number, or a word such as MY_PURGE',
    ),
    v.maxLength(60),
  ),
  title: v.pipe(v.string(), v.trim(), v.minLength(1, 'say in a few words what it does'), v.maxLength(120)),
  parameters: v.array(
    v.strictObject({
      letter: v.pipe(
        v.string(),
        v.transform(letter => letter.trim().toUpperCase()),
        v.regex(/^[A-Z][A-Z0-9_]*$/, 'a parameter is a letter, or a word such as TARGET'),
      ),
      means: v.pipe(v.string(), v.trim(), v.maxLength(80)),
    }),
  ),
  effect: v.picklist(taughtEffects),
  /** How long it takes, where the effect has a time, s. */
  seconds: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(86_400)), 0),
})
export type TaughtCommand = v.InferOutput<typeof TaughtCommand>

/** The open file that taught commands are taken along in. */
export const TaughtFile = v.strictObject({
  format: v.literal('warm-prelude taught commands'),
  version: v.literal(1),
  commands: v.array(TaughtCommand),
})

function effectFor({ effect, seconds, parameters }: TaughtCommand): Effect {
  const temperature = parameters.find(({ letter }) => ['S', 'TARGET', 'TEMP'].includes(letter))?.letter ?? 'S'
  switch (effect) {
    case 'harmless':
    case 'light-sound-fan':
      return housekeeping
    case 'heats-nozzle':
      return { ...heat('nozzle', false), targets: [temperature], tool: null }
    case 'heats-bed':
      return { ...heat('bed', false), targets: [temperature] }
    case 'waits':
      return { does: 'wait-for-heaters' }
    case 'homes':
      return { does: 'home', turnsLevellingOff: false, file: null }
    case 'levels':
      return probing()
    case 'moves':
    case 'moves-filament':
    case 'opaque':
      return { does: 'opaque', seconds }
    case 'changes-tool':
      return { does: 'tool', by: 'T', staysStill: null, files: false }
    default:
      return effect satisfies never
  }
}

/** A taught command as a row of a table. */
export const taughtSpec = (taught: TaughtCommand): CommandSpec => ({
  name: taught.name,
  title: taught.title,
  letters: taught.parameters.map(({ letter, means }) => ({
    letter,
    means: means || letter,
    unit: 'number',
    number: 'optional',
  })),
  effect: effectFor(taught),
  example: taught.name,
  anyLetter: true,
  taught: true,
})

/** The family with what was taught for it; a taught command takes the place of ours of the same name. */
export function withTaught(family: FirmwareFamily, taught: readonly TaughtCommand[]): FirmwareFamily {
  const ours = taught.filter(each => each.family === family.family)
  if (ours.length === 0) return family
  return {
    ...family,
    commands: new Map([...family.commands, ...ours.map(each => [each.name, taughtSpec(each)] as const)]),
  }
}
