import { describe, expect, it } from 'vitest'
import { fixed, found, round } from '../../testing/stage.ts'

const rule = 'retraction-unpaid'

describe(rule, () => {
  const purge = 'G28\nM83\nM109 S200\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\n'

  it('reports 12 mm drawn back at the end, a reset of the counter or not', () => {
    const text = `${purge}G1 E-12 F1800\nG92 E0\n`
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 6, severity: 'warning' })
    expect(finding?.message).toContain('12 mm back from the tip')
    expect(round(fixed(text, finding)).ooze.backMm.at(-1)).toBe(0)
  })

  it('is advice up to 7.5 mm, one and a half of the printer’s own 5 mm', () => {
    expect(found(rule, `${purge}G1 E-7 F1800`)).toMatchObject([{ severity: 'advice' }])
  })

  it('is content when it is pushed forward again, and with a little', () => {
    expect(found(rule, `${purge}G1 E-5 F1800\nG1 Z2 F600\nG1 E5 F1800`)).toEqual([])
    expect(found(rule, `${purge}G1 E-0.2 F1800`)).toEqual([])
  })
})
