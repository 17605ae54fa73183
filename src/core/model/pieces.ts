// What the schemas are made of: numbers within what a machine can have, and text that can be kept and given back as it is.
import * as v from 'valibot'

/** Nothing on a printer is longer, faster or heavier than this in its unit, nor is anything that has a size smaller. */
const [largest, smallest] = [1e7, 1e-6]

/** A place along an axis, mm. */
export const mm = v.pipe(v.number(), v.finite(), v.minValue(-largest), v.maxValue(largest))
export const positive = v.pipe(v.number(), v.finite(), v.minValue(smallest), v.maxValue(largest))
export const nonNegative = v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(largest))
/** A count or a number of a thing, from 1. */
export const count = v.pipe(v.number(), v.safeInteger(), v.minValue(1))

/** Half of a character that takes two, which no file can hold. */
const half = /\p{Cs}/u
/** Characters that have no shape, or turn what follows them round. */
const unseen = /[\p{Cc}\u202a-\u202e\u2066-\u2069]/u

const isWhole = (text: string): boolean => !half.test(text)

/** Text of any length up to `most` that comes back as it was kept. */
export const plainText = (max: number) =>
  v.pipe(
    v.string(),
    v.maxLength(max, `it is longer than ${max.toLocaleString('en')} characters`),
    v.check(isWhole, 'there is half a character in it, as a text that was cut in two has; take it out'),
  )

/** A name: trimmed, inner spaces single, and nothing in it that can’t be seen. `what` is what needs it, as “a script”. */
export const plainName = (what: string, max = 80) =>
  v.pipe(
    v.string(),
    v.maxLength(10_000, `a name has at most ${max} characters`),
    v.transform(name => name.trim().replace(/\s+/g, ' ')),
    v.minLength(1, `${what} needs a name`),
    v.maxLength(max, `a name has at most ${max} characters`),
    v.check(name => isWhole(name) && !unseen.test(name), 'a name has no characters that can’t be seen'),
  )

/** A list of at most so many, which are counted before anything in it is looked at. */
export const listOf = <S extends v.GenericSchema>(item: S, max: number) => {
  const list = v.array(item)
  const tooMany = v.custom<v.InferInput<typeof list>>(
    () => false,
    `it has more than ${max.toLocaleString('en')} entries`,
  )
  return v.lazy((input): typeof list => (Array.isArray(input) && input.length > max ? (tooMany as never) : list))
}

/** A time as machines write it, in a century that there were printers in. */
export const isoTime = v.pipe(
  v.string(),
  v.regex(
    /^(?:19|20|21)\d\d-\d\d-\d\dT\d\d:\d\d:\d\d(?:\.\d{1,3})?Z$/,
    'a time is written as 2026-11-26T08:00:00.000Z',
  ),
  v.check(time => !Number.isNaN(Date.parse(time)), 'there is no such day or time'),
)
