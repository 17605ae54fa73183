import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'filament-mode'

describe(rule, () => {
  const stroke = 'G1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 X5\nG1 Y20 E12\n'

  it('reports the same count twice where filament counts from its zero', () => {
    const text = `G28\nM82\nG92 E0\n${stroke}`
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 7, severity: 'warning' })
    expect(fixed(text, finding)).toContain('M83\nG1 Y120 E12')
  })

  it('reports metres of filament retracted', () => {
    expect(found(rule, 'M82\nG28\nG92 E0\nG1 E50 F300\nG1 E-2 F1800')).toMatchObject([{ line: 5, severity: 'error' }])
  })

  it('reports an end script that does not say how it counts', () => {
    const [finding] = found(rule, 'G1 E-2 F1800\nG91\nG1 Z5 F600', 'end')
    expect(finding).toMatchObject({ line: 1, severity: 'warning' })
    expect(fixed('G1 E-2 F1800', finding)).toBe('M83\nG1 E-2 F1800')
  })

  it('is content where amounts are amounts, where counts go up, and where an end script says it', () => {
    expect(found(rule, `G28\nM83\n${stroke}`)).toEqual([])
    expect(found(rule, `G28\nM82\nG92 E0\n${stroke.replace('Y20 E12', 'Y20 E24')}`)).toEqual([])
    expect(found(rule, 'G91\nG1 E-2 Z5 F600', 'end')).toEqual([])
  })
})
