// How a person's slicer writes placeholders. Vocabularies are learned from the person's scripts; none are shipped.
import * as v from 'valibot'
import { Moment, momentFacts } from './moment.ts'
import { listOf, plainName, plainText } from './pieces.ts'

const name = plainName('a vocabulary')
const sign = v.pipe(plainText(12), v.minLength(1))
const Delimiters = v.object({ open: sign, close: sign })
const word = v.pipe(
  v.string(),
  v.maxLength(200),
  v.regex(
    /^[A-Za-z_][\w.]*(?:\[[\w.]+\])*$/,
    'a placeholder consists of letters, digits, points and underscores, and may end in a number in [ ]',
  ),
)

export const VocabularyWord = v.object({
  /**
   * The word as written. An element of a list is written with its index in brackets, whatever the vocabulary's own:
   * `area_min[0]`.
   */
  word,
  /**
   * Its meaning as a value of ours, such as `bed`, `nozzle_later` or `nozzle of T1`; `uses` asks whether the job uses
   * the tool in the index. Null if the word stays as it is.
   */
  value: v.nullable(v.pipe(v.string(), v.regex(/^[a-z_]\w*(?: of T\d{1,2})?$/))),
  /** The delimiters of the word when it stands alone, if they differ from those of formulas. */
  signs: v.optional(v.nullable(Delimiters), null),
  /** The number used in rehearsals for a word without a meaning. */
  standIn: v.optional(v.nullable(v.pipe(v.number(), v.finite())), null),
})

export const Vocabulary = v.pipe(
  v.object({
    name,
    /** The delimiters of a word or formula: `{` and `}`, `[` and `]`, `%` and `%`. */
    open: sign,
    close: sign,
    /** The delimiters of a tool number after a word; null if words have none. */
    index: v.nullable(Delimiters),
    words: listOf(VocabularyWord, 5000),
    /** Whether formulas are allowed between the delimiters, or only words. */
    formulas: v.boolean(),
    /** How formulas combine conditions, their functions, and whether `condition ? one : other` exists. */
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
    /**
     * The words that open, continue and close a branch, with their own delimiters if any; null if there are no
     * branches.
     */
    branch: v.nullable(
      v.object({
        when: sign,
        otherwiseWhen: v.nullable(sign),
        otherwise: sign,
        end: sign,
        signs: v.optional(v.nullable(Delimiters), null),
      }),
    ),
    /** The moments for which the slicer has a box for a script; null if nobody said. */
    moments: v.optional(v.nullable(listOf(Moment, Moment.options.length)), null),
    /** Names of the printers that the slicer prepares files for. */
    printers: v.optional(listOf(plainText(80), 2000), []),
    /** Whether the slicer adds its own heating lines to a script without any, and resets the filament counter. */
    addsHeating: v.optional(v.boolean(), false),
    resetsFilament: v.optional(v.boolean(), false),
    /**
     * Whether the slicer puts a material's lines before the start script and after the end script, instead of between
     * them.
     */
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

/** An empty vocabulary, without formulas and branches. */
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

/** The delimiters of a word that stands alone. */
export const delimitersOf = (
  { open, close }: Vocabulary,
  word: Pick<VocabularyWord, 'signs'> | undefined,
): Delimiters => word?.signs ?? { open, close }

/** The numbers that a person gave for words without a meaning, by word with delimiters. */
export const standInsOf = (vocabularies: readonly Vocabulary[]): Record<string, number> =>
  Object.fromEntries(
    vocabularies.flatMap(vocabulary =>
      vocabulary.words.flatMap(({ word, value, standIn, signs }) => {
        const { open, close } = delimitersOf(vocabulary, { signs })
        return value === null && standIn !== null ? [[open + word + close, standIn]] : []
      }),
    ),
  )

/**
 * What the rehearsal of a printer's scripts needs of all vocabularies: the given numbers, and the words of its slicer.
 */
export const wordsFor = (vocabularies: readonly Vocabulary[], printer: string) => ({
  standIns: standInsOf(vocabularies),
  vocabulary: vocabularies.find(({ printers }) => printers.includes(printer)),
})

/** Values that several words stand for; exports use the first of them. */
export function doubled({ words }: Vocabulary): string[] {
  const values = words.flatMap(({ value }) => value ?? [])
  return [...new Set(values.filter((value, i) => values.indexOf(value) !== i))]
}

/**
 * The box for a script: its own, or a different one with the position before or after its content; null if there is
 * none.
 */
export function boxFor(
  { moments }: Pick<Vocabulary, 'moments'>,
  moment: Moment,
): { box: Moment; where: 'before' | 'after' | 'own' } | null {
  if (moments === null || moments.includes(moment)) return { box: moment, where: 'own' }
  return momentFacts[moment].otherBoxes.find(({ box }) => moments.includes(box)) ?? null
}
