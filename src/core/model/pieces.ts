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
export const plainText = (most: number) =>
  v.pipe(
    v.string(),
    v.maxLength(most, `it is longer than ${most.toLocaleString('en')} characters`),
    v.check(isWhole, 'there is half a character in it, as a text that was cut in two has; take it out'),
  )

/** A name: trimmed, inner spaces single, and nothing in it that can’t be seen. `what` is what needs it, as “a script”. */
export const plainName = (what: string, most = 80) =>
  v.pipe(
    v.string(),
    v.maxLength(10_000, `a name has at most ${most} characters`),
    v.transform(name => name.trim().replace(/\s+/g, ' ')),
    v.minLength(1, `${what} needs a name`),
    v.maxLength(most, `a name has at most ${most} characters`),
    v.check(name => isWhole(name) && !unseen.test(name), 'a name has no characters that can’t be seen'),
  )

/** A list of at most so many, counted before anything in it is looked at. */
export const listOf = <S extends v.GenericSchema>(
  item: S,
  most: number,
  why = `there are more than ${most.toLocaleString('en')}`,
) =>
  v.pipe(
    v.custom<unknown[]>(list => Array.isArray(list), 'Invalid type: Expected Array'),
    v.check(list => list.length <= most, why),
    v.rawTransform(({ dataset, NEVER, addIssue }) => {
      const found = v.safeParse(v.array(item), dataset.value, { abortEarly: true })
      if (found.success) return found.output
      const [issue] = found.issues
      addIssue({ ...(issue as { message: string }) })
      return NEVER
    }),
  )
