import * as v from 'valibot'
import { expect, it } from 'vitest'
import { firstTool, printerFrom, usualAnswers } from './new-printer.ts'
import { Printer } from './printer.ts'

const answers = {
  ...usualAnswers,
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

it('a round bed is as deep as it is wide, with its origin where it was said, and the head goes up to home', () => {
  const round = printerFrom({ ...answers, round: true, origin: 'middle', widthMm: 200, bedCarriedOn: 'none' })
  expect(v.is(Printer, round)).toBe(true)
  expect(round.bed).toEqual({ x: [-100, 100], y: [-100, 100], round: true })
  expect(round.reachRadiusMm).toBe(100)
  expect(round.homing.at).toEqual({ x: 0, y: 0, z: 240 })
})

it('each tool is as it was said, and a gantry that levels itself can be asked for', () => {
  const second = { ...firstTool, nozzleMm: 0.6, filamentMm: 2.85, offset: { x: 25, y: 0, z: 0 }, heater: 0 }
  const two = printerFrom({ ...answers, tools: [firstTool, second], alignsGantry: true })
  expect(v.is(Printer, two)).toBe(true)
  expect(two.tools[1]).toMatchObject({ name: 'nozzle T1', nozzleMm: 0.6, filamentMm: 2.85, heater: 0 })
  expect(two.features).toEqual(['gantry_alignment'])
})
