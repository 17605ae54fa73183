// How the program that makes a person's print files writes values: learned from a script of theirs, none shipped.
import * as v from 'valibot'
import { listOf, plainName, plainText } from './pieces.ts'
import { Moment } from './script.ts'

const name = plainName('a vocabulary')
const sign = v.pipe(plainText(12), v.minLength(1))
const word = v.pipe(
  v.string(),
  v.maxLength(200),
  v.regex(/^[A-Za-z_][\w.]*$/, 'a word is letters, figures, points and underscores'),
)

export const VocabularyWord = v.object({
  word,
  /** What it means in our values, as `bed` or `nozzle_later`; null where it is left as it is. */
  value: v.nullable(v.pipe(v.string(), v.regex(/^[a-z_]\w*$/))),
  /** The number that a word without a meaning is rehearsed with. */
  standIn: v.optional(v.nullable(v.pipe(v.number(), v.finite())), null),
})

export const Vocabulary = v.pipe(
  v.object({
    name,
    /** What stands before and behind a word: `{` and `}`, `[` and `]`, `%` and `%`. */
    open: sign,
    close: sign,
    /** What stands around the number of a tool behind a word; null where words have none. */
    index: v.nullable(v.object({ open: sign, close: sign })),
    words: listOf(VocabularyWord, 5000),
    /** Whether a formula may stand between the signs, or only a word. */
    formulas: v.boolean(),
    /** The words that open, continue and close a branch, in the same signs; null where there are none. */
    branch: v.nullable(v.object({ when: sign, otherwiseWhen: v.nullable(sign), otherwise: sign, end: sign })),
    /** The moments for which the program has a box to put a script in; null where nobody said. */
    moments: v.optional(v.nullable(listOf(Moment, Moment.options.length)), null),
    /** Names of the printers whose print files it makes. */
    printers: v.optional(listOf(plainText(80), 2000), []),
    /** Whether the program adds heating lines of its own where a script has none, and sets the filament to zero. */
    addsHeating: v.optional(v.boolean(), false),
    resetsFilament: v.optional(v.boolean(), false),
  }),
  v.check(
    ({ words }) => new Set(words.map(each => each.word)).size === words.length,
    'a word stands there twice, so it would mean two things',
  ),
)

export type Vocabulary = v.InferOutput<typeof Vocabulary>
export type VocabularyWord = v.InferOutput<typeof VocabularyWord>

/** The numbers that a person gave for words without a meaning, by the word with its signs. */
export const standInsOf = (vocabularies: readonly Vocabulary[]): Record<string, number> =>
  Object.fromEntries(
    vocabularies.flatMap(({ open, close, words }) =>
      words.flatMap(({ word, value, standIn }) =>
        value === null && standIn !== null ? [[open + word + close, standIn]] : [],
      ),
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
