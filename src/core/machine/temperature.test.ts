import { describe, expect, it } from 'vitest'
import { printer, round } from '../testing/stage.ts'
import {
  bedModel,
  chamberAirAt,
  type HeaterHistory,
  nozzleModel,
  segment,
  settlingS,
  surfaceAt,
  temperatureAt,
  temperatureOn,
} from './temperature.ts'
import { lastModes } from './trace.ts'

const nozzle = nozzleModel(printer.heaters.nozzle)
const bed = bedModel(printer.heaters.bed)

describe('heaters fitted to measured times', () => {
  it('reaches 200 °C after the 100 s that were measured', () => {
    expect(segment(nozzle, 0, 20, 200).reachS).toBeCloseTo(100, 9)
  })

  it('never reaches a target above its highest temperature, also from there', () => {
    expect(segment(nozzle, 0, 20, nozzle.fullPowerC + 1).reachS).toBe(Number.POSITIVE_INFINITY)
    expect(segment(nozzle, 0, nozzle.fullPowerC, nozzle.fullPowerC + 1).reachS).toBe(Number.POSITIVE_INFINITY)
  })

  it('cools from 200 to 50 °C in the 240 s that were measured', () => {
    expect(temperatureOn(segment(nozzle, 0, 200, 0), 240)).toBeCloseTo(50, 9)
  })

  it('has the bed at 60 °C after 120 s and at 100 °C after 300 s', () => {
    expect(segment(bed, 0, 20, 60).reachS).toBeCloseTo(120, 6)
    expect(segment(bed, 0, 20, 100).reachS).toBeCloseTo(300, 6)
  })

  it('follows the exponential in between: after half of 100 s, 500 − 480·√(300/480) = 120.5 °C', () => {
    expect(temperatureOn(segment(nozzle, 0, 20, 200), 50)).toBeCloseTo(120.527, 2)
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

  it('stops at a wait for what never comes: a nozzle told to hold 600 °C', () => {
    const { trace, durations } = round('G28\nM109 S600\nG4 S5')
    expect(trace.stopped).toMatchObject({ line: 2 })
    expect(trace.stopped?.why).toContain('600 °C')
    expect(durations.waitingS).toBe(0)
  })

  it('ends a wait by window and dwell: from 199 °C on, 5 s', () => {
    // τ = 100/ln(480/300) = 212.764 s; to 199 °C it takes τ·ln(480/301) = 99.292 s, and 5 s more.
    expect(round('M109 S200', 'start', { waits: { windowC: 1, dwellS: 5 } }).durations.heatingS).toBeCloseTo(104.292, 2)
  })

  it('does not wait again where the dwell is over already', () => {
    const over = { waits: { windowC: 1, dwellS: 5 } }
    expect(round('M104 S200\nG4 S110\nM109 S200', 'start', over).durations.heatingS).toBe(0)
  })
})

describe('what follows a heater', () => {
  const settling = { ...printer.heaters.bed, settleMin: 5 }

  it('has the bed’s surface settle: after 5 min a step is done to e⁻³, 5 %', () => {
    // From 60 °C held, a surface at 20 °C with τ = 100 s is at 60 − 40·e⁻³ = 58.01 °C after 300 s.
    const held = segment({ fullPowerC: 1e9, warmS: 1, coolS: 1 }, 0, 60, 60, false, [20])
    const bed: HeaterHistory = { model: held.model, segments: [held], settleS: [settlingS(5)] }
    expect(surfaceAt(bed, 300)).toBeCloseTo(60 - 40 * Math.exp(-3), 6)
  })

  it('has the surface behind the plate while that warms, and equal in the end', () => {
    const { trace } = round('M190 S60\nG4 S2400', 'start', { heaters: { ...printer.heaters, bed: settling } })
    expect(temperatureAt(trace.bed, 120)).toBeCloseTo(60, 6)
    expect(surfaceAt(trace.bed, 120)).toBeLessThan(50)
    expect(surfaceAt(trace.bed, 2400)).toBeCloseTo(60, 3)
  })

  it('agrees with small steps of dS/dt = (T − S)/τ', () => {
    const { trace } = round('M190 S60', 'start', { heaters: { ...printer.heaters, bed: settling } })
    let surface = 20
    const dt = 0.01
    for (let t = 0; t < 110; t += dt) surface += ((temperatureAt(trace.bed, t + dt / 2) - surface) / 100) * dt
    expect(surfaceAt(trace.bed, 110)).toBeCloseTo(surface, 2)
  })

  it('has the bed warm a chamber without a heater: a quarter of the bed’s 80 °C over the room is 20, so 40 °C', () => {
    const chamber = { highestC: 60, secondsTo40: 900, secondsCooling40To30: 600, heated: false, bedShare: 0.25 }
    const over = { heaters: { ...printer.heaters, chamber } }
    const { trace } = round('M190 S100\nG4 S20000', 'start', over)
    expect(chamberAirAt(trace.chamber as never, trace.bed, 0.25, 20000)).toBeCloseTo(40, 3)
    const waits = round('M140 S100\nM191 S35', 'start', over)
    // Cooling takes 600 s from 40 to 30 °C: τ = 600/ln 2 = 865.6 s. Air 35 °C is the bed's follower at 80 °C.
    expect(waits.trace.stopped).toBeNull()
    expect(chamberAirAt(waits.trace.chamber as never, waits.trace.bed, 0.25, waits.trace.totalS)).toBeCloseTo(35, 1)
    expect(round('M140 S60\nM191 S50', 'start', over).trace.stopped?.why).toContain('50 °C')
  })
})

describe('a supply that feeds one heater at a time', () => {
  const inTurn = { heaters: { ...printer.heaters, together: false } }

  it('has the nozzle wait until the bed is warm: 120 s and then 100 s', () => {
    expect(round('M140 S60\nM104 S200\nM190 S60\nM109 S200', 'start', inTurn).durations.heatingS).toBeCloseTo(220, 6)
    expect(round('M104 S200\nM140 S60\nM190 S60\nM109 S200', 'start', inTurn).durations.heatingS).toBeCloseTo(220, 6)
  })

  it('is content where the bed is warm first', () => {
    expect(round('M190 S60\nM109 S200', 'start', inTurn).durations.heatingS).toBeCloseTo(220, 6)
  })
})

describe('a shared heater and a fan', () => {
  const two = [printer.tools[0], { ...printer.tools[0], heater: 0 }] as (typeof printer)['tools']

  it('warms both tools that share it', () => {
    const { trace } = round('M104 T0 S200\nG4 S100', 'start', { tools: two })
    expect(trace.nozzles[1]).toBe(trace.nozzles[0])
    expect(temperatureAt(trace.nozzles[1] as never, 100)).toBeCloseTo(200, 6)
  })

  it('loses heat a quarter faster with the fan full on: from 200 to 50 °C in 240/1.25 = 192 s', () => {
    const { trace } = round('M109 S200\nM106 S255\nM104 S0\nG4 S192')
    expect(temperatureAt(trace.nozzles[0] as never, 292)).toBeCloseTo(50, 6)
  })
})

describe('a wait for what a sensor says', () => {
  const onHost = { firmware: { ...printer.firmware, family: 'host' as const } }

  it('ends when the sensor is there, though the heater goes on', () => {
    // The nozzle is at 170 °C after τ·ln(480/330) = 212.764·0.374693 = 79.72 s; steps of a second make it 80.
    const { durations } = round('M104 S200\nTEMPERATURE_WAIT SENSOR=extruder MINIMUM=170', 'start', onHost)
    expect(durations.heatingS).toBe(80)
  })

  it('stops where nothing was told to heat', () => {
    const { trace } = round('TEMPERATURE_WAIT SENSOR=extruder MINIMUM=170', 'start', onHost)
    expect(trace.stopped?.why).toContain('wait for ever')
  })
})

describe('a tool that stands by', () => {
  const two = [printer.tools[0], { ...printer.tools[0] }] as (typeof printer)['tools']
  const over = { tools: two, firmware: { family: 'macro-file', version: '3.4', abilities: {} } } as const
  const targets = (text: string) => lastModes(round(text, 'start', over).trace).nozzleTargets

  it('holds its standby temperature until it is taken, and goes back to it', () => {
    // A tool that was never selected stays off, whatever it is told to hold.
    expect(targets('G10 P0 S200 R150\nG10 P1 S210 R160')).toEqual([0, 0])
    expect(targets('T0\nG10 P0 S200 R150\nG10 P1 S210 R160')).toEqual([200, 0])
    expect(targets('T0\nG10 P0 S200 R150\nG10 P1 S210 R160\nT1')).toEqual([150, 210])
    expect(targets('G10 P0 S200 R150\nG10 P1 S210 R160\nT1\nT0')).toEqual([200, 160])
    expect(targets('M568 P1 S210 R160 A1\nM568 P0 S200 A2')).toEqual([200, 160])
    expect(targets('M568 P0 S200 A2\nM568 P0 A0')).toEqual([0, 0])
  })

  it('keeps what it has where nothing was said of standing by', () => {
    expect(targets('M104 T0 S200\nM104 T1 S210\nT1')).toEqual([200, 210])
  })
})
