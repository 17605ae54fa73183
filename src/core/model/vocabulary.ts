// How the program that makes a person's print files writes values: learned from a script of theirs, none shipped.
import * as v from 'valibot'
import { Moment } from './moment.ts'
import { listOf, plainName, plainText } from './pieces.ts'

const name = plainName('a vocabulary')
const sign = v.pipe(plainText(12), v.minLength(1))
const Delimiters = v.object({ open: sign, close: sign })
const word = v.pipe(
  v.string(),
  v.maxLength(200),
  v.regex(
    /^[A-Za-z_][\w.]*(?:\[[\w.]+\])*$/,
    'a word is letters, figures, points and underscores, and maybe a number in [ ] behind it',
  ),
)

export const VocabularyWord = v.object({
  /** As it is written; one element of a list with its number or name, whatever the vocabulary's own brackets: `area_min[0]`. */
  word,
  /**
   * What it means in our values, as `bed`, `nozzle_later` or `nozzle of T1`; `uses` asks whether the job uses the tool behind the
   * word. Null where it is left as it is.
   */
  value: v.nullable(v.pipe(v.string(), v.regex(/^[a-z_]\w*(?: of T\d{1,2})?$/))),
  /** What stands around it where it stands alone, if that is not what stands around formulas. */
  signs: v.optional(v.nullable(Delimiters), null),
  /** The number that a word without a meaning is rehearsed with. */
  standIn: v.optional(v.nullable(v.pipe(v.number(), v.finite())), null),
})

export const Vocabulary = v.pipe(
  v.object({
    name,
    /** What stands before and behind a word or a formula: `{` and `}`, `[` and `]`, `%` and `%`. */
    open: sign,
    close: sign,
    /** What stands around the number of a tool behind a word; null where words have none. */
    index: v.nullable(Delimiters),
    words: listOf(VocabularyWord, 5000),
    /** Whether a formula may stand between the signs, or only a word. */
    formulas: v.boolean(),
    /** How its formulas join conditions, the functions that they know, and whether they know `condition ? one : other`. */
    joins: v.optional(v.object({ and: sign, or: sign, not: sign }), { and: 'and', or: 'or', not: 'not' }),
    functions: v.optional(
      listOf(
        v.pipe(
          v.string(),
          v.regex(/^[A-Za-z_][\w.]{0,40}$/, 'a function’s name is letters, figures and underscores, as max'),
        ),
        100,
      ),
      ['min', 'max', 'round', 'abs'],
    ),
    choices: v.optional(v.boolean(), false),
    /** The words that open, continue and close a branch, and their own signs if they have some; null where there are none. */
    branch: v.nullable(
      v.object({
        when: sign,
        otherwiseWhen: v.nullable(sign),
        otherwise: sign,
        end: sign,
        signs: v.optional(v.nullable(Delimiters), null),
      }),
    ),
    /** The moments for which the program has a box to put a script in; null where nobody said. */
    moments: v.optional(v.nullable(listOf(Moment, Moment.options.length)), null),
    /** Names of the printers whose print files it makes. */
    printers: v.optional(listOf(plainText(80), 2000), []),
    /** Whether the program adds heating lines of its own where a script has none, and sets the filament to zero. */
    addsHeating: v.optional(v.boolean(), false),
    resetsFilament: v.optional(v.boolean(), false),
    /** Whether it puts a material's own lines before the start script and behind the end script, not between them. */
    materialOutside: v.optional(v.boolean(), false),
  }),
  v.check(
    ({ words }) => new Set(words.map(each => each.word)).size === words.length,
    'a word stands there twice, so it would mean two things',
  ),
)

export type Vocabulary = v.InferOutput<typeof Vocabulary>
export type VocabularyWord = v.InferOutput<typeof VocabularyWord>
export type Delimiters = v.InferOutput<typeof Delimiters>

/** A vocabulary without words yet, that knows neither formulas nor branches. */
export const newVocabulary = (name: string, { open, close }: Delimiters): Vocabulary => ({
  name,
  open,
  close,
  index: null,
  words: [],
  formulas: false,
  joins: { and: 'and', or: 'or', not: 'not' },
  functions: [],
  choices: false,
  branch: null,
  moments: null,
  printers: [],
  addsHeating: false,
  resetsFilament: false,
  materialOutside: false,
})

/** The signs that a word stands in by itself. */
export const delimitersOf = (
  { open, close }: Vocabulary,
  word: Pick<VocabularyWord, 'signs'> | undefined,
): Delimiters => word?.signs ?? { open, close }

/** The numbers that a person gave for words without a meaning, by the word with its signs. */
export const standInsOf = (vocabularies: readonly Vocabulary[]): Record<string, number> =>
  Object.fromEntries(
    vocabularies.flatMap(vocabulary =>
      vocabulary.words.flatMap(({ word, value, standIn, signs }) => {
        const { open, close } = delimitersOf(vocabulary, { signs })
        return value === null && standIn !== null ? [[open + word + close, standIn]] : []
      }),
    ),
  )

/** What a printer's scripts are rehearsed with of all that was taught: the numbers given for words, and its program's words. */
export const wordsFor = (vocabularies: readonly Vocabulary[], printer: string) => ({
  standIns: standInsOf(vocabularies),
  vocabulary: vocabularies.find(({ printers }) => printers.includes(printer)),
})

/** Values that more than one word stands for: written out, the first of them is used. */
export function doubled({ words }: Vocabulary): string[] {
  const values = words.flatMap(({ value }) => value ?? [])
  return [...new Set(values.filter((value, i) => values.indexOf(value) !== i))]
}

/** Boxes that take a script whose own a program lacks, the nearest first: it stands before or behind what is in them. */
const instead: Readonly<Partial<Record<Moment, readonly (readonly [Moment, 'before' | 'behind'])[]>>> = {
  'material-end': [
    ['tool-leave', 'before'],
    ['tool-change', 'before'],
  ],
  'tool-leave': [
    ['tool-change', 'before'],
    ['material-end', 'behind'],
  ],
  'tool-change': [
    ['tool-arrive', 'before'],
    ['material-start', 'before'],
    ['tool-leave', 'behind'],
  ],
  'tool-arrive': [
    ['tool-change', 'behind'],
    ['material-start', 'before'],
  ],
  'material-start': [
    ['tool-arrive', 'behind'],
    ['tool-change', 'behind'],
  ],
  'before-layer': [['layer-change', 'before']],
  'layer-change': [['before-layer', 'behind']],
}

/** The box that a script goes into: its own, another one, before or behind what stands there, or null where there is none. */
export function boxFor(
  { moments }: Pick<Vocabulary, 'moments'>,
  moment: Moment,
): { box: Moment; where: 'before' | 'behind' | 'own' } | null {
  if (moments === null || moments.includes(moment)) return { box: moment, where: 'own' }
  const [found] = (instead[moment] ?? []).filter(([box]) => moments.includes(box))
  return found ? { box: found[0], where: found[1] } : null
}
