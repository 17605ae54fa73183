import fc from 'fast-check'
import { expect, it } from 'vitest'
import { fromEditor, toEditor } from './separator.ts'

it('gives back any text whatever its line ends', () => {
  const text = fc
    .array(fc.constantFrom('G28', '\n', '\r', '\r\n', ' ', ';x'), { maxLength: 30 })
    .map(parts => parts.join(''))
  fc.assert(
    fc.property(text, original => {
      const held = toEditor(original)
      expect(fromEditor(held.text, held.separator)).toBe(original)
    }),
    { numRuns: 2000 },
  )
})

it('shows the editor no carriage returns where all lines end alike', () => {
  expect(toEditor('a\r\nb\r\n')).toEqual({ text: 'a\nb\n', separator: '\r\n' })
  expect(toEditor('a\rb')).toEqual({ text: 'a\nb', separator: '\r' })
  expect(toEditor('a\r\nb\nc')).toEqual({ text: 'a\r\nb\nc', separator: '\n' })
})
