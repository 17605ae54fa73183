import { describe, expect, it } from 'vitest'
import { fixed, found, printer } from '../../testing/stage.ts'

const rule = 'ooze-drag'

describe(rule, () => {
  const purge = 'G28\nM83\nM109 S200\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 Z5 F600\n'

  it('reports a nozzle that stands hot for 30 s after the purge: about 30 · 0.16 = 4.8 mm³', () => {
    const [finding] = found(rule, `${purge}G4 S30`)
    expect(finding).toMatchObject({ line: 7, severity: 'warning' })
    expect(finding?.message).toMatch(/About 4\.\d mm³/)
  })

  it('is content when the purge comes last, when the wait is short, and when the nozzle holds 160 °C', () => {
    expect(found(rule, purge)).toEqual([])
    expect(found(rule, `${purge}G4 S5`)).toEqual([])
    expect(found(rule, 'G28\nM109 S160\nG4 S300')).toEqual([])
  })

  it('advises on coming back to the print from a purge unretracted, and takes the string away', () => {
    // 10 mm of filament, 24 mm³, beside the print (its area is 90 to 110), and straight back over it.
    const change = 'G91\nG1 Z5 F600\nG90\nM83\nG1 X20 Y20 F9000\nG1 E10 F200\nG1 X100 Y100 F9000'
    const [finding] = found(rule, change, 'tool-change')
    expect(finding).toMatchObject({ line: 6, severity: 'advice' })
    expect(fixed(change, finding)).toContain('G1 E10 F200\nG1 E-5 F1800\nG1 X100')
    expect(found(rule, fixed(change, finding), 'tool-change')).toEqual([])
    expect(found(rule, change.replace('E10', 'E1'), 'tool-change')).toEqual([])
  })

  it('is content with a brush on the way', () => {
    const spots = [{ name: 'brush', x: 0, y: 0, z: 1 }]
    expect(found(rule, `${purge}G4 S30\nG1 Z20 F600\nG1 X0 Y0 F6000`, 'start', { ...printer, spots })).toEqual([])
  })
})
