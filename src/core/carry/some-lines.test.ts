// Only some lines are carried over.
import { expect, test } from 'vitest'
import { asText, carried, linesOf, named } from '../testing/carrying.ts'

const [dunlin, avocet] = [named('Dunlin'), named('Avocet')]
const text = asText(['M104 S0', 'M106 S51', 'M140 S0'])

test('one line alone, the last one too, is a range', () => {
  expect(linesOf(carried(text, dunlin, avocet, 'end', { lines: { first: 2, last: 2 } }).text)).toEqual(['M106 S0.2'])
  expect(carried(text, dunlin, avocet, 'end', { lines: { first: 3, last: 3 } }).text).toContain('M140 S0')
})

test.each([
  ['before the first', 0, 2],
  ['after the last', 2, 4],
  ['backwards', 3, 2],
])('a range %s is refused, with the number of lines', (_, first, last) => {
  expect(() => carried(text, dunlin, avocet, 'end', { lines: { first, last } })).toThrow('The script has 3 lines')
})
