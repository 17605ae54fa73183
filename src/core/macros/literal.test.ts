import { describe, expect, it } from 'vitest'
import { literalIn } from './literal.ts'

describe('a value of a macro’s variable', () => {
  it.each<[string, unknown]>([
    ['12', 12],
    ['-0.5', -0.5],
    ['+1e3', 1000],
    ['0x1F', 31],
    ['True', true],
    ['None', null],
    ['"a b"', 'a b'],
    ["'it\\'s'", "it's"],
    ['"a" "b"', 'ab'],
    ['[1, 2.5, "x"]', [1, 2.5, 'x']],
    ['(1, 2)', [1, 2]],
    ['(1)', 1],
    ['(1,)', [1]],
    ['()', []],
    ['1, 2', [1, 2]],
    ['[[1, 2], [3]]', [[1, 2], [3]]],
    ['{"a": 1, \'b\': [True, None]}', { a: 1, b: [true, null] }],
    ['{0: "x",}', { 0: 'x' }],
    ['{}', {}],
    [' [ ] ', []],
  ])('%s', (text, value) => expect(literalIn(text)).toEqual(value))

  // What the host would not start with.
  it.each(['', 'abc', 'true', 'none', '1 + 1', '[1 2]', '[1, 2', '"open', '{1, 2}', '{[1]: 2}', ',', '12 mm', '{ x }'])(
    'is none in “%s”',
    text => expect(literalIn(text)).toBeUndefined(),
  )

  it('is read no deeper than anybody writes it', () => {
    expect(literalIn(`${'['.repeat(20)}${']'.repeat(20)}`)).toBeDefined()
    expect(literalIn(`${'['.repeat(100_000)}`)).toBeUndefined()
  })
})
