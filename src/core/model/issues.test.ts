import * as v from 'valibot'
import { expect, test } from 'vitest'
import { flawOf } from './issues.ts'

test.each([
  [v.number(), Number.NaN, 'A number is needed.'],
  [v.number(), '5', 'A number is needed.'],
  [v.pipe(v.number(), v.minValue(10)), 3, '10 or more.'],
  [v.pipe(v.number(), v.maxValue(1000)), 1200, '1000 or less.'],
  [v.pipe(v.number(), v.gtValue(0)), 0, 'More than 0.'],
  [v.pipe(v.string(), v.minLength(1)), '', 'Something is needed here.'],
  [v.pipe(v.string(), v.maxLength(3)), 'long', 'At most 3 letters.'],
  [v.pipe(v.string(), v.minLength(1, 'a printer needs a name')), '', 'A printer needs a name.'],
  [v.picklist(['a', 'b']), 'c', 'This does not fit.'],
])('a flaw is told in a few words', (schema, value, words) => {
  expect(v.safeParse(schema, value).issues?.map(flawOf)).toEqual([words])
})
