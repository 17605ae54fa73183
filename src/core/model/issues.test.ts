import * as v from 'valibot'
import { expect, test } from 'vitest'
import { printer } from './example.ts'
import { flawOf, sentenceOf } from './issues.ts'
import { Printer } from './printer.ts'

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

test('no pattern is shown to anybody', () => {
  const schema = v.object({ sign: v.pipe(v.string(), v.regex(/^[a-z]+$/)) })
  const { issues = [] } = v.safeParse(schema, { sign: '7' })
  expect(sentenceOf(issues as v.BaseIssue<unknown>[])).toBe('sign is not written as it should be.')
})

test('a spot may have a number in its name, and one of another writing says how it is written', () => {
  const named = (name: string) => v.safeParse(Printer, { ...printer, spots: [{ name, x: 1, y: 2, z: 3 }] })
  expect(named('dock_1').success).toBe(true)
  expect(named('Dock 1').issues?.map(flawOf)).toEqual([
    '“Dock 1” is no name for a spot: small letters, figures and underscores, as dock_1, so that scripts can call it @dock_1_x.',
  ])
})
