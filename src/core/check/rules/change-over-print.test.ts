import { describe, expect, it } from 'vitest'
import { foundAtChange } from '../../testing/stage.ts'

const rule = 'change-over-print'

// The print is 20 × 20 mm in the middle of 200 × 200: X and Y from 90 to 110.
describe(rule, () => {
  it('reports a purge over the print from 1 mm³ on', () => {
    // The slicer may have retracted up to one and a half times 5 mm, 7.5 mm, which is given back first. Of 1.75 mm
    // filament, π · 0.875² = 2.405 mm², 0.41 mm more are 0.986 mm³, 0.42 mm are 1.010 mm³.
    const purged = (mm: number) => foundAtChange(rule, `G1 X100 Y100 F6000\nM83\nG1 E${mm} F300\nT1`)
    expect(purged(7.91).filter(({ message }) => message.startsWith('Purges'))).toEqual([])
    expect(purged(7.92).filter(({ message }) => message.startsWith('Purges'))).toMatchObject([{ line: 3 }])
  })

  it('reports a lift of 4 mm and more without a retraction', () => {
    const lifted = (mm: number) => foundAtChange(rule, `G91\nG1 Z${mm} F600\nG90\nT1`)
    expect(lifted(3.9)).toEqual([])
    expect(lifted(4)).toMatchObject([{ line: 2, severity: 'advice' }])
  })

  it('is content with half of the usual retraction of 5 mm before the lift', () => {
    const lifted = (retractMm: number) => foundAtChange(rule, `M83\nG1 E-${retractMm} F1800\nG91\nG1 Z5 F600\nG90\nT1`)
    expect(lifted(2.4)).toMatchObject([{ line: 4 }])
    expect(lifted(2.5)).toEqual([])
  })

  it('reports a return of 20 mm and more to a fixed position over the print', () => {
    const back = (fromY: number) => foundAtChange(rule, `G1 X100 Y${fromY} F6000\nT1\nG1 X100 Y105 F6000`)
    // From Y 125 it is 20 mm, from Y 124.9 it is 19.9 mm.
    expect(back(125)).toMatchObject([{ line: 3, severity: 'advice' }])
    expect(back(124.9)).toEqual([])
  })
})
