import { describe, expect, it } from 'vitest'
import { fixed, found, round } from '../../testing/stage.ts'

const rule = 'bead-too-fat'

describe(rule, () => {
  const host = { firmware: { family: 'host', version: '12.0', abilities: {} } } as const
  const line = (e: number) => `; --- purge ---\nG28\nM83\nG1 X4 Y20 Z0.3 F3000\nG1 Y60 E${e} F600\n`

  it('reports 15 mm of filament over 40 mm: 15 · 2.405282 / 40 = 0.902 mm², 3.07 mm wide', () => {
    const [finding] = found(rule, line(15))
    expect(finding).toMatchObject({ line: 5, severity: 'warning' })
    expect(finding?.message).toContain('0.9 mm² thick, 3.1 mm wide')
  })

  it('is content up to five nozzles, 2 mm: 9 mm of filament are 0.541 mm², 1.87 mm wide', () => {
    expect(found(rule, line(9))).toEqual([])
  })

  it('is an error where a host refuses it: over 4 · 0.4² = 0.64 mm²', () => {
    // 10.7 mm are 0.6434 mm², 2.21 mm wide; 10.6 mm are 0.6374.
    expect(found(rule, line(10.7), 'start', host)).toMatchObject([{ severity: 'error' }])
    expect(found(rule, line(10.6), 'start', host)).toMatchObject([{ severity: 'warning' }])
  })

  it('lays beads 1 mm wide instead', () => {
    // 2.5 nozzles are 1 mm: 0.3 · (1 − 0.3 · 0.2146) = 0.2807, written 0.28 mm².
    const after = fixed(line(15), found(rule, line(15))[0])
    expect(round(after).strokes[0]?.crossSectionMm2).toBeCloseTo(0.28, 3)
    expect(found(rule, after)).toEqual([])
  })
})
