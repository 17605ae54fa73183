import { describe, expect, it } from 'vitest'
import { printer, round } from '../testing/stage.ts'
import { bedLump, leg, nozzleLump, temperatureAt, temperatureOn } from './heat.ts'

const nozzle = nozzleLump(printer.heaters.nozzle)
const bed = bedLump(printer.heaters.bed)

describe('heaters fitted to measured times', () => {
  it('reaches 200 °C after the 100 s that were measured', () => {
    expect(leg(nozzle, 0, 20, 200).reachS).toBeCloseTo(100, 9)
  })

  it('cools from 200 to 50 °C in the 240 s that were measured', () => {
    expect(temperatureOn(nozzle, leg(nozzle, 0, 200, 0), 240)).toBeCloseTo(50, 9)
  })

  it('has the bed at 60 °C after 120 s and at 100 °C after 300 s', () => {
    expect(leg(bed, 0, 20, 60).reachS).toBeCloseTo(120, 6)
    expect(leg(bed, 0, 20, 100).reachS).toBeCloseTo(300, 6)
  })

  it('follows the exponential in between: after half of 100 s, 500 − 480·√(300/480) = 120.5 °C', () => {
    expect(temperatureOn(nozzle, leg(nozzle, 0, 20, 200), 50)).toBeCloseTo(120.527, 2)
  })
})

describe('heating in a script', () => {
  it('waits the measured time, and not at all the second time', () => {
    expect(round('M109 S200').durations.heatingS).toBeCloseTo(100, 6)
    expect(round('M109 S200\nM109 S200').durations.heatingS).toBeCloseTo(100, 6)
  })

  it('heats both at once where the first wait is for the slower', () => {
    // The nozzle needs 100 s, the bed 120 s: together 120 s.
    expect(round('M104 S200\nM190 S60\nM109 S200').durations.heatingS).toBeCloseTo(120, 6)
  })

  it('does not wait while cooling with S, and does with R', () => {
    expect(round('M109 S200\nM109 S50').durations.heatingS).toBeCloseTo(100, 6)
    expect(round('M109 S200\nM109 R50').durations.heatingS).toBeCloseTo(340, 6)
  })

  it('goes on cooling from where it was when it is turned off', () => {
    const { trace } = round('M109 S200\nM104 S0\nG4 S240')
    expect(temperatureAt(trace.nozzles[0] as never, 340)).toBeCloseTo(50, 6)
  })

  it('never waits for what never comes: a nozzle told to hold 600 °C', () => {
    expect(round('M109 S600').durations.totalS).toBe(0)
  })
})
