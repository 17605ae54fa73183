import { describe, expect, it } from 'vitest'
import { fixed, found, round } from '../../testing/stage.ts'

const rule = 'purge-too-thin'

describe(rule, () => {
  const line = (e: number) => `; --- purge ---\nG28\nM83\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E${e} F1200\n`

  it('reports less than half a nozzle’s width: 0.3 · 0.2 = 0.06 mm² are 2.49 mm of filament', () => {
    expect(found(rule, line(2.4))).toMatchObject([{ line: 5, severity: 'advice' }])
    expect(found(rule, line(2.6))).toEqual([])
  })

  it('is content with a short line', () => {
    expect(found(rule, 'G28\nM83\nG1 X4 Y20 Z0.3 F3000\nG1 Y40 E0.2 F1200')).toEqual([])
  })

  it('lays one and a half nozzles instead: 0.3 · (0.6 − 0.3 · 0.2146) = 0.1607, written 0.16 mm²', () => {
    expect(round(fixed(line(2), found(rule, line(2))[0])).strokes[0]?.crossSectionMm2).toBeCloseTo(0.16, 3)
  })
})
