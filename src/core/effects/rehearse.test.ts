import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { beadWidthMm, filamentAreaMm2 } from '../machine/outcome.ts'
import { lastModes, positionAt } from '../machine/trace.ts'
import { round } from '../testing/stage.ts'

describe('filament', () => {
  it('has a cross-section of π/4 · 1.75² = 2.40528 mm²', () => {
    expect(filamentAreaMm2(1.75)).toBeCloseTo(2.405282, 6)
  })

  const purge = ['G28', 'M109 S200', 'G92 E0', 'G1 X10 Y20 Z0.3 F3000', 'G1 Y120 E12.5 F1200', 'G1 E10 F1200', 'G1 E11']

  it('lays 12.5 mm over 100 mm as a bead of 0.30066 mm²', () => {
    // 12.5 · 2.405282 / 100 = 0.3006602 mm²; 100 mm from rest at 20 mm/s, 1000 mm/s²: 5.02 s; 30.06602 mm³ / 5.02 s = 5.98925 mm³/s
    const [stroke] = round(purge.toSpliced(4, 0, 'M400')).strokes
    expect(stroke).toMatchObject({ line: 6, from: [10, 20, 0.3], to: [10, 120, 0.3] })
    expect(stroke?.crossSectionMm2).toBeCloseTo(0.3006602, 6)
    expect(stroke?.flowMm3S).toBeCloseTo(5.98925, 4)
  })

  it('counts pushed as the forward moves and net as forward less back', () => {
    const { filament } = round(purge)
    expect(filament.extrudedMm).toBeCloseTo(13.5, 9)
    expect(filament.netMm).toBeCloseTo(11, 9)
    // 13.5 · 2.405282 = 32.47131 mm³; · 1.25 / 1000 = 0.0405891 g; · 20 / 1000 = 0.000811783
    expect(filament.volumeMm3).toBeCloseTo(32.47131, 4)
    expect(filament.massG).toBeCloseTo(0.0405891, 6)
    expect(filament.cost).toBeCloseTo(0.000811783, 8)
  })

  it('pushes half with a flow of 50 %', () => {
    expect(round(['M221 S50', 'M83', 'G1 E10 F300']).filament.extrudedMm).toBeCloseTo(5, 9)
  })

  it('takes firmware retraction from the printer, once', () => {
    const { filament } = round(['G11', 'G10', 'G10', 'G11'])
    expect(filament.extrudedMm).toBe(5)
    expect(filament.netMm).toBe(0)
  })

  it('makes a bead of 0.3 mm² at 0.3 mm as wide as 1 + 0.3·(1 − π/4) = 1.06438 mm', () => {
    expect(beadWidthMm(0.3, 0.3)).toBeCloseTo(1.0643806, 6)
    // laid in the air it is a round string: 2·√(0.3/π)
    expect(beadWidthMm(0.3, 10)).toBeCloseTo(0.6180387, 6)
  })
})

describe('homing and probing', () => {
  it('takes half the reach from an unknown place: 100/50 + 100/50 + 100/10 = 14 s', () => {
    expect(round('G28').durations.homingS).toBeCloseTo(14, 9)
  })

  it('takes the way back from a known place', () => {
    // X 150 mm at 50 mm/s
    expect(round('G28\nG1 X150 F6000\nG28 X').durations.homingS).toBeCloseTo(14 + 3, 9)
  })

  it('homes only the axes that are named', () => {
    const { trace, bounds } = round('G28 X Y')
    expect(lastModes(trace).homed).toEqual({ x: true, y: true, z: false })
    expect(bounds.z).toBeNull()
  })

  it('probes nine points of two seconds, back and forth, and turns levelling on', () => {
    const { durations, trace } = round('G28\nG29')
    expect(durations.probingS).toBe(18)
    expect(lastModes(trace).levelling).toBe('on')
    expect(positionAt(trace, 14 + 2 * 4)).toEqual({ x: 180, y: 100, z: 10 })
  })

  it('has levelling off after homing, and on again after M420 S1', () => {
    expect(lastModes(round('G28\nG29\nG28').trace).levelling).toBe('off')
    expect(lastModes(round('G28\nG29\nG28\nM420 S1').trace).levelling).toBe('on')
  })

  it('leaves levelling alone where the printer has none', () => {
    expect(lastModes(round('G28', 'start', { probe: null, storedMesh: false }).trace).levelling).toBe('unknown')
  })
})

describe('modes and places', () => {
  it('adds up relative moves and keeps filament apart with M82', () => {
    const { trace } = round(['G28', 'G90', 'G1 X50 F3000', 'G91', 'M82', 'G1 X5', 'G1 X5 E3'])
    const modes = lastModes(trace)
    expect(modes.positioning).toBe('relative')
    expect(modes.extrusion).toBe('absolute')
    expect(positionAt(trace, trace.totalS).x).toBe(60)
  })

  it('moves the origin with G92 and takes it back with homing', () => {
    const { trace, bounds } = round(['G28', 'G1 X50 F3000', 'G92 X0', 'G1 X10', 'G28 X'])
    expect(bounds.x).toEqual([0, 60])
    expect(lastModes(trace).shift.x).toBe(0)
  })

  it('forgets where it is when the motors go off', () => {
    expect(lastModes(round('G28\nM84').trace)).toMatchObject({
      motorsOn: false,
      homed: { x: false, y: false, z: false },
    })
    expect(lastModes(round('G28\nM84 X Y').trace)).toMatchObject({
      motorsOn: true,
      homed: { x: false, y: false, z: true },
    })
  })

  it('begins an end script hot, at the top of the print', () => {
    const { trace } = round('G91\nG1 Z5 F600', 'end')
    expect(positionAt(trace, 0)).toEqual({ x: 110, y: 110, z: 20 })
    expect(positionAt(trace, trace.totalS).z).toBe(25)
    expect(lastModes(trace).nozzleTargets).toEqual([195])
  })

  it('is half way along a move at half of its time', () => {
    const { trace } = round('G28\nG1 X100 F6000')
    expect(positionAt(trace, (14 + trace.totalS) / 2).x).toBeCloseTo(50, 9)
  })
})

describe('whatever the script', () => {
  const scraps = fc.constantFrom(
    'G28',
    'G29',
    'G1 X',
    'G1 X1e999',
    'G1 Z--3 F0',
    'G2 X3 I',
    'G2 X1 Y1 R0',
    'M109 S-5',
    'M109 R1e9',
    'G4 S1e12',
    'G4 P99999999999',
    'M204 S-1',
    'M203 X0',
    'T9',
    'M104 T7 S200',
    'G92',
    'G20',
    'G91',
    'G1 X999999999 E-99999 F1',
    'M220 S0',
    'G10',
    'M84',
  )
  it('ends, with times and sums that are numbers', () => {
    fc.assert(
      fc.property(fc.array(fc.oneof(scraps, fc.string({ maxLength: 20 })), { maxLength: 40 }), lines => {
        const { durations, filament } = round(lines)
        for (const value of [...Object.values(durations), ...Object.values(filament)])
          expect(Number.isFinite(value)).toBe(true)
        expect(durations.totalS).toBeGreaterThanOrEqual(0)
      }),
      { numRuns: 500 },
    )
  })

  it('stops after two weeks and says at which line', () => {
    const { trace } = round(['G4 S1000000', 'G4 S1000000', 'G28'])
    expect(trace.stopped).toMatchObject({ line: 2, why: expect.stringContaining('two weeks') })
    expect(trace.rows.count).toBe(2)
  })
})
