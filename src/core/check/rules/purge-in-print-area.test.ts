import { describe, expect, it } from 'vitest'
import { rehearseScript } from '../../round.ts'
import { job, material, printer } from '../../testing/stage.ts'

const rule = 'purge-in-print-area'

describe(rule, () => {
  const told = (text: string, marginMm: number) =>
    rehearseScript(text, {
      printer,
      material,
      job: { ...job, name: 'sign', area: { kind: 'whole-bed', marginMm } },
      moment: 'start',
    }).findings.filter(finding => finding.rule === rule)
  const text = 'G28\nM83\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200'

  it('reports a line 4 mm in from the left for a job that begins at 2, and names the job', () => {
    const [finding] = told(text, 2)
    expect(finding).toMatchObject({ line: 4, severity: 'warning' })
    expect(finding?.message).toContain('For “sign” (196 × 196 mm)')
  })

  it('reckons with half of the bead: 0.289 mm² at 0.3 mm is 1.03 mm wide', () => {
    expect(told(text, 4.4)).toHaveLength(1)
    expect(told(text, 4.6)).toEqual([])
  })

  it('is content with a small job', () => {
    expect(told(text, 80)).toEqual([])
  })
})
