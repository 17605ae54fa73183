// Building blocks of the schemas: numbers in the range of a machine, and text that can be saved and read back
// unchanged.
import * as v from 'valibot'

/** Limits for all numbers of a printer, in their units. */
const [largest, smallest] = [1e7, 1e-6]

/** A coordinate, mm. */
export const mm = v.pipe(v.number(), v.finite(), v.minValue(-largest), v.maxValue(largest))
export const positive = v.pipe(v.number(), v.finite(), v.minValue(smallest), v.maxValue(largest))
export const nonNegative = v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(largest))
/** A count or a number, from 1. */
export const count = v.pipe(v.number(), v.safeInteger(), v.minValue(1))

/** Half of a surrogate pair, which no file can contain. */
const half = /\p{Cs}/u
/** Invisible characters, and those that reverse the text after them. */
const unseen = /[\p{Cc}\u202a-\u202e\u2066-\u2069]/u

const isWhole = (text: string): boolean => !half.test(text)

/** Text of at most `max` characters that can be saved and read back unchanged. */
export const plainText = (max: number) =>
  v.pipe(
    v.string(),
    v.maxLength(max, `it is longer than ${max.toLocaleString('en')} characters`),
    v.check(isWhole, 'it contains half a character, as cut-off texts do; remove it'),
  )

/** A name: trimmed, inner spaces single, without invisible characters. `what` completes the message, as “a script”. */
export const plainName = (what: string, max = 80) =>
  v.pipe(
    v.string(),
    v.maxLength(10_000, `a name has at most ${max} characters`),
    v.transform(name => name.trim().replace(/\s+/g, ' ')),
    v.minLength(1, `${what} needs a name`),
    v.maxLength(max, `a name has at most ${max} characters`),
    v.check(name => isWhole(name) && !unseen.test(name), 'a name can’t contain invisible characters'),
  )

/** A list of at most `max` items. The length is checked before the items. */
export const listOf = <S extends v.GenericSchema>(item: S, max: number) => {
  const list = v.array(item)
  const tooMany = v.custom<v.InferInput<typeof list>>(
    () => false,
    `it has more than ${max.toLocaleString('en')} entries`,
  )
  return v.lazy((input): typeof list => (Array.isArray(input) && input.length > max ? (tooMany as never) : list))
}

/** A time in ISO format, in a plausible century. */
export const isoTime = v.pipe(
  v.string(),
  v.regex(
    /^(?:19|20|21)\d\d-\d\d-\d\dT\d\d:\d\d:\d\d(?:\.\d{1,3})?Z$/,
    'a time is written as 2026-11-26T08:00:00.000Z',
  ),
  v.check(time => !Number.isNaN(Date.parse(time)), 'there is no such day or time'),
)
