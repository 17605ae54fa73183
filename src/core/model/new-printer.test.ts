import * as v from 'valibot'
import { expect, it } from 'vitest'
import { printerFrom } from './new-printer.ts'
import { Printer } from './printer.ts'

const answers = {
  name: 'Knot',
  widthMm: 230,
  depthMm: 210,
  heightMm: 240,
  family: 'board',
  bedCarriedOn: 'y',
  probe: 'touch',
  nozzleHighestC: 260,
  bedHighestC: 110,
} as const

it('five answers make a whole printer', () => {
  const printer = printerFrom(answers)
  expect(v.is(Printer, printer)).toBe(true)
  // A point each 50 mm: 230 / 50 and 210 / 50, rounded.
  expect(printer.probe?.grid).toEqual({ x: 5, y: 4 })
  expect(printer.homing.at).toEqual({ x: 115, y: 105, z: 5 })
})

it('a larger bed takes longer to warm; without a probe there is no mesh to keep', () => {
  // Four times the area: 4 · 120 s.
  expect(printerFrom({ ...answers, widthMm: 460, depthMm: 420 }).heaters.bed.secondsTo60).toBe(480)
  expect(printerFrom({ ...answers, probe: 'none' })).toMatchObject({ probe: null, storedMesh: false })
})
