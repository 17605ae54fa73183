// The limits and the order of operators, which the three grammars share.
import { describe, expect, it } from 'vitest'
import { parse } from '../formula/syntax.ts'
import { evaluateHere } from '../macros/expression.ts'
import { readExpression } from '../vocabulary/expression.ts'

const brackets = (times: number) => `${'('.repeat(times)}1${')'.repeat(times)}`

const grammars: readonly { name: string; reads: (text: string) => boolean; maxBrackets: number }[] = [
  // Each pair of brackets is one level of 60.
  { name: 'our formulas', reads: text => parse(text, 'Expression').ok, maxBrackets: 60 },
  // Each expression is a level, the outermost one too: 60 − 1 pairs of brackets in it.
  { name: 'macro files', reads: text => evaluateHere(text, () => undefined).ok, maxBrackets: 59 },
  { name: 'a slicer’s formulas', reads: text => readExpression(text) !== null, maxBrackets: 59 },
]

describe.each(grammars)('$name', ({ reads, maxBrackets }) => {
  it('are read up to the limit of nested brackets, and not beyond it', () => {
    expect([reads(brackets(maxBrackets)), reads(brackets(maxBrackets + 1))]).toEqual([true, false])
  })

  it('are read up to 4,000 characters', () => {
    // "1+" 1,999 times and "1" are 3,999 characters; a blank is the 4,000th, a second one the 4,001st.
    const sum = `${'1+'.repeat(1999)}1`
    expect([reads(`${sum} `), reads(`${sum}  `)]).toEqual([true, false])
  })

  it('count operators before an operand as levels', () => {
    expect([reads(`${'- '.repeat(maxBrackets)}1`), reads(`${'- '.repeat(maxBrackets + 1)}1`)]).toEqual([true, false])
  })

  it('may have many brackets beside each other', () => {
    expect(reads(`${'(1)+'.repeat(200)}1`)).toBe(true)
  })
})

describe('choices after choices', () => {
  const chain = (times: number) => `${'1 ? 1 : '.repeat(times)}1`

  it.each([
    ['macro files', (text: string) => evaluateHere(text, () => undefined).ok],
    ['a slicer’s formulas', (text: string) => readExpression(text) !== null],
  ])('are levels too: %s', (_, reads) => {
    expect([reads(chain(59)), reads(chain(60))]).toEqual([true, false])
  })
})

it('operators of one level are joined from the left in all three', () => {
  // (10 − 4) − 3 = 3, not 10 − (4 − 3) = 9; (12 / 2) / 3 = 2, not 12 / (2 / 3) = 18.
  const board = (text: string) => evaluateHere(text, () => undefined)
  expect([board('10 - 4 - 3'), board('12 / 2 / 3')]).toMatchObject([{ value: 3 }, { value: 2 }])
  const ours = parse('10 - 4 - 3', 'Expression')
  expect(ours.ok && ours.node.children[0]?.children[0]?.name).toBe('Sum')
  expect(readExpression('10 - 4 - 3')).toMatchObject({ operator: '-', left: { is: 'two' }, right: { text: '3' } })
})
