import { describe, expect, it } from 'vitest'
import { fixed, found, round } from '../../testing/stage.ts'

const rule = 'flow-too-high'

describe(rule, () => {
  const line = (feed: number) => `; --- purge ---\nG28\nM83\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E20 F${feed}\n`

  it('reports 0.481 mm² at 40 mm/s: some 19 mm³/s where 10 melt', () => {
    const [finding] = found(rule, line(2400))
    expect(finding).toMatchObject({ line: 5, severity: 'warning' })
    expect(finding?.message).toContain('Extrudes 19 mm³/s')
  })

  it('is content at 20 mm/s, 9.6 mm³/s', () => {
    expect(found(rule, line(1200))).toEqual([])
  })

  it('slows the line down', () => {
    const after = fixed(line(2400), found(rule, line(2400))[0])
    expect(found(rule, after)).toEqual([])
    expect(round(after).filament).toEqual(round(line(2400)).filament)
  })

  it('does not speak of filament that is pushed back where it was, and does of a purge in place', () => {
    expect(found(rule, 'G28\nM83\nG1 E-5 F1800\nG1 E5 F1800')).toEqual([])
    // 50 mm at 10 mm/s are 24 mm³/s, more than one and a half times 10.
    expect(found(rule, 'G28\nM83\nG1 E50 F600')).toHaveLength(1)
    expect(found(rule, 'G28\nM83\nG1 E50 F300')).toEqual([])
  })
})
