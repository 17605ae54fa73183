import { expect, it } from 'vitest'
import { printer } from '../../../core/testing/stage.ts'
import { at, labelOf, sectionsOf } from './fields.ts'

it('every field stands where it says, in a printer with all there is', () => {
  for (const { fields } of sectionsOf(printer))
    for (const { path } of fields) expect([path, at(printer, path) === undefined]).toEqual([path, false])
})

it('a place is called as its field is', () => {
  expect(labelOf(printer)('heaters.bed.highestC')).toBe('Warm-up, Bed at most')
  expect(labelOf(printer)('waits.windowC')).toBe('waits windowC')
})
