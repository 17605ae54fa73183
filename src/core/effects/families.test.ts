// The same machine under each family's table.
import { describe, expect, it } from 'vitest'
import { lastModes } from '../machine/trace.ts'
import { round } from '../testing/stage.ts'

const under = (family: 'board' | 'host' | 'macro-file' | 'dispensing', lines: string[], over = {}) =>
  round(lines, 'start', { firmware: { family, version: '1.0', abilities: {} }, ...over })

describe('the host family', () => {
  it('heats by name and waits by sensor', () => {
    const { durations, trace } = under('host', [
      'SET_HEATER_TEMPERATURE HEATER=heater_bed TARGET=60',
      'SET_HEATER_TEMPERATURE HEATER=extruder TARGET=200',
      'TEMPERATURE_WAIT SENSOR=extruder MINIMUM=200',
    ])
    // The nozzle takes its 100 s; the bed goes on to its 120 s by itself.
    expect(durations.heatingS).toBeCloseTo(100, 6)
    expect(lastModes(trace)).toMatchObject({ bedTarget: 60, nozzleTargets: [200] })
    expect(lastModes(under('host', ['M104 S200', 'TURN_OFF_HEATERS']).trace).nozzleTargets).toEqual([0])
  })

  it('keeps a loaded mesh through homing, and loses it by clearing', () => {
    const levelling = (...lines: string[]) => lastModes(under('host', lines).trace).levelling
    expect(levelling('BED_MESH_PROFILE LOAD=warm', 'G28')).toBe('on')
    expect(levelling('BED_MESH_CALIBRATE', 'BED_MESH_CLEAR')).toBe('off')
    expect(levelling('BED_MESH_PROFILE SAVE=warm')).toBe('unknown')
  })

  it('counts filament as M82 and M83 say, whatever G90 and G91 do', () => {
    expect(lastModes(under('host', ['M83', 'G90']).trace)).toMatchObject({
      positioning: 'absolute',
      extrusion: 'relative',
    })
    expect(lastModes(round(['M83', 'G90']).trace).extrusion).toBe('absolute')
  })

  it('goes back to a remembered way of counting', () => {
    const lines = ['G90', 'M82', 'SAVE_GCODE_STATE NAME=a', 'G91', 'M83', 'RESTORE_GCODE_STATE NAME=a']
    expect(lastModes(under('host', lines).trace)).toMatchObject({ positioning: 'absolute', extrusion: 'absolute' })
  })

  it('limits speed for all: 150 mm at 50 mm/s with 500 mm/s² take 3 + 0.1 s', () => {
    const { durations } = under('host', ['G28', 'SET_VELOCITY_LIMIT VELOCITY=50 ACCEL=500', 'G1 X150 F6000'])
    expect(durations.movingS).toBeCloseTo(3.1, 6)
  })

  it('shows messages, aligns its gantry with eight touches of 2 s, and takes unknown names for macros', () => {
    const result = under('host', [
      'SET_DISPLAY_TEXT MSG="warming up"',
      'G28',
      'QUAD_GANTRY_LEVEL',
      'MY_PURGE LENGTH=30',
    ])
    expect(result.trace.messages.map(({ text }) => text)).toEqual(['warming up'])
    expect(result.durations.probingS).toBe(16)
    expect(result.findings.map(({ rule, severity }) => [rule, severity])).toEqual([['unknown-command', 'advice']])
  })
})

describe('the macro-file family', () => {
  it('heats tools by G10 and M568 and waits for all by M116', () => {
    const { durations, trace } = under('macro-file', ['G10 P0 S200 R150', 'M140 S60', 'M116'])
    expect(durations.heatingS).toBeCloseTo(120, 6)
    expect(lastModes(trace).nozzleTargets).toEqual([200])
  })

  it('waits for the bed alone by M116 H0, and for the first nozzle by H1', () => {
    const heats = ['G10 P0 S200 R150', 'M140 S60']
    // The bed takes 120 s to 60 °C, the nozzle 100 s to 200 °C.
    const waits = (line: string) => under('macro-file', [...heats, line]).durations.heatingS
    expect([waits('M116 H0'), waits('M116 H1')].map(seconds => Math.round(seconds))).toEqual([120, 100])
  })

  it('probes, loads and forgets the mesh by one letter of G29', () => {
    const levelling = (...lines: string[]) => lastModes(under('macro-file', lines).trace).levelling
    expect(levelling('G29')).toBe('on')
    expect(levelling('G29 S1')).toBe('on')
    expect(levelling('G29 S1', 'G29 S2')).toBe('off')
    expect(under('macro-file', ['G29 S1']).durations.probingS).toBe(0)
  })

  it('writes highest speeds by the minute: with M203 X3000, 150 mm take 150/50 + 50/2000 s', () => {
    expect(under('macro-file', ['G28', 'M203 X3000', 'G1 X150 F6000']).durations.movingS).toBeCloseTo(3.025, 6)
  })

  it('takes a fan’s speed as a share, or to 255 where it is beyond one', () => {
    expect(lastModes(under('macro-file', ['M106 S0.5']).trace).fan).toBe(0.5)
    expect(lastModes(under('macro-file', ['M106 S51']).trace).fan).toBeCloseTo(0.2, 9)
  })

  it('says what a condition means', () => {
    const { explained } = under('macro-file', ['if heat.heaters[0].current < 40', '  G4 S1'])
    expect(explained[0]?.says).toBe('Only if: heat.heaters[0].current < 40. So it is this time.')
  })
})

describe('a heated chamber', () => {
  const chamber = { highestC: 60, secondsTo40: 600, secondsCooling40To30: 900, heated: true, bedShare: 0.25 }
  const heaters = round('').stage.printer.heaters
  it('is waited for the time that was measured', () => {
    expect(round('M191 S40', 'start', { heaters: { ...heaters, chamber } }).durations.heatingS).toBeCloseTo(600, 6)
  })
  it('is left alone where there is none, and the line says so', () => {
    const { durations, explained } = round('M191 S40')
    expect(durations.totalS).toBe(0)
    expect(explained[0]?.says).toBe('Heats a chamber, which this printer doesn’t have.')
  })
})

describe('a board with macro files', () => {
  const told = (config: string) =>
    round('G28\nG29 S1\nM109 S200\nG1 X10 Y10 Z0.3 F6000\nG1 X100 E10 F1200\nG1 Z2 F600', 'start', {
      firmware: { family: 'macro-file', version: '3.4', abilities: {} },
      macroFiles: [{ name: 'config.g', text: config }],
    }).findings.filter(({ rule }) => rule.startsWith('filament-'))

  it('counts filament as its config.g has it when it is switched on', () => {
    const [only, ...more] = told('G90\nM83 ; relative\nM208 X0:200\n')
    expect(more).toEqual([])
    expect(only).toMatchObject({ rule: 'filament-mode', severity: 'advice' })
    expect(only?.message).toContain('assumes relative extrusion (M83), as the board’s config.g sets it')
  })

  it('and from its zero where that says so, or nothing', () => {
    for (const config of ['M83\nM82 ; and not M83\n', 'M208 X0:200\n'])
      expect(told(config).map(({ rule }) => rule)).toEqual(['filament-not-reset', 'filament-mode'])
  })
})
