import { describe, expect, it } from 'vitest'
import type { Moment } from '../../model/moment.ts'
import { rehearseScript } from '../../round.ts'
import { job, material, printer } from '../../testing/stage.ts'

const rule = 'through-tower'

describe(rule, () => {
  // From X150 to X170 and Y100 to Y120, as high as the print: 5 mm.
  const tower = { x: 160, y: 110, widthMm: 20, depthMm: 20 }
  const found = (text: string, moment: Moment, its: typeof job.tower = tower) =>
    rehearseScript(text, {
      printer,
      material,
      job: { ...job, top: { kind: 'height', mm: 5 }, tower: its },
      moment,
    }).findings.filter(finding => finding.rule === rule)

  it('reports a purge line where the tower will stand', () => {
    const purge = (y: number) => `G28\nM109 S200\nM83\nG1 X100 Y${y} Z0.3 F3000\nG1 X190 E12 F1000`
    expect(found(purge(110), 'start')).toMatchObject([{ line: 5, severity: 'warning' }])
    expect(found(purge(90), 'start')).toEqual([])
    expect(found(purge(110), 'start', null)).toEqual([])
  })

  it('reports a nozzle that is dragged over it, and is content above it and beside it', () => {
    // The end script begins at the print’s top, in its middle: X100 Y100.
    expect(found('G90\nG1 X190 Y110 F6000', 'end')).toMatchObject([{ line: 2, severity: 'warning' }])
    expect(found('G91\nG1 Z2 F600\nG90\nG1 X190 Y110 F6000', 'end')).toEqual([])
    expect(found('G90\nG1 X100 Y190 F6000', 'end')).toEqual([])
  })

  it('is an error where the nozzle goes down to it', () => {
    const text = 'G90\nG1 Z8 F600\nG1 X130 Y110 F6000\nG1 Z2\nG1 X190'
    const [finding] = found(text, 'end')
    expect(finding).toMatchObject({ line: 5, severity: 'error' })
    expect(finding?.message).toContain('down to 2 mm where the prime tower stands (5 mm high)')
  })
})
