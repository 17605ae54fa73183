import { expect, it } from 'vitest'
import { printer } from '../../../core/testing/stage.ts'
import { at, sectionsOf, withAt } from './fields.ts'

it('every field stands where it says, in a printer with all there is', () => {
  for (const { fields } of sectionsOf(printer))
    for (const { path } of fields) expect([path, at(printer, path) === undefined]).toEqual([path, false])
})

it('a field is changed and nothing else', () => {
  const wider = withAt(printer, 'bed.x.1', 250)
  expect(wider).toEqual({ ...printer, bed: { ...printer.bed, x: [0, 250] } })
  expect(withAt(printer, 'tools.0.nozzleMm', 0.6).tools[0]?.nozzleMm).toBe(0.6)
  expect(printer.bed.x).toEqual([0, 200])
})
