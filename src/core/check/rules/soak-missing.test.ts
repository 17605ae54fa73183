import { describe, expect, it } from 'vitest'
import { rehearseScript } from '../../round.ts'
import { fixed, job, material, printer } from '../../testing/stage.ts'

const rule = 'soak-missing'

describe(rule, () => {
  const soaking = (text: string, soakMin = 3) =>
    rehearseScript(text, { printer, job, material: { ...material, soakMin }, moment: 'start' }).findings.filter(
      finding => finding.rule === rule,
    )

  it('reports probing as soon as the bed is warm, and puts the soak before it', () => {
    const [finding] = soaking('M190 S60\nG28\nG29')
    expect(finding).toMatchObject({ line: 3, severity: 'advice' })
    expect(finding?.message).toContain('after 14 s')
    expect(fixed('M190 S60\nG28\nG29', finding)).toContain('G28\n;@ heat-soak minutes=3 warm=counts')
  })

  it('is content from four fifths of the time on: 144 of 180 s', () => {
    expect(soaking('M190 S60\nG28\nG4 S129\nG29')).toHaveLength(1)
    expect(soaking('M190 S60\nG28\nG4 S131\nG29')).toEqual([])
  })

  it('is content with a material that needs none, and a cold bed', () => {
    expect(soaking('M190 S60\nG28\nG29', 0)).toEqual([])
    expect(soaking('G28\nG29')).toEqual([])
  })
})
