import { describe, expect, it } from 'vitest'
import { applyEdits } from '../../model/script.ts'
import { round } from '../../testing/stage.ts'
import type { Plan } from './plan.ts'
import { writeIn } from './units.ts'

const plan = (text: string, to: 'mm' | 'inch'): Plan => writeIn({ text, ...round(text) }, to)
function turned(text: string, to: 'mm' | 'inch'): string {
  const made = plan(text, to)
  if (!made.ok) throw new Error(made.why)
  return applyEdits(text, made.edits)
}

const purge = 'G28\nM109 S200\nG92 E0\nG1 X10 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG3 X30 Y140 I20 J0 E14\nG92 E0\n'

describe('millimetres and inches', () => {
  it.each([purge, `G21\n${purge}`, `G21\nG91\n${purge.replace('Y120', 'Y100')}`])(
    'rehearse to the same motion: %j',
    text => {
      const inches = turned(text, 'inch')
      expect(inches).toContain('G20')
      const [before, now] = [round(text), round(inches)]
      expect(now.trace.totalS).toBeCloseTo(before.trace.totalS, 3)
      expect(now.strokes).toHaveLength(before.strokes.length)
      for (const [i, stroke] of now.strokes.entries()) {
        expect(stroke.lengthMm).toBeCloseTo(before.strokes[i]?.lengthMm ?? Number.NaN, 3)
        expect(stroke.filamentMm).toBeCloseTo(before.strokes[i]?.filamentMm ?? Number.NaN, 3)
      }
    },
  )

  it('gives the first numbers back', () => {
    expect(turned(turned(`G21\n${purge}`, 'inch'), 'mm')).toBe(`G21\n${purge}`)
  })

  it('converts by 25.4 and says the unit: 50.8 mm are 2 inches, 3048 mm/min are 120', () => {
    expect(turned('G28\nG1 X50.8 F3048\n', 'inch')).toBe('G28\nG20\nG1 X2 F120\n')
  })

  it('leaves temperatures, times and waits alone, and does nothing twice', () => {
    expect(turned('G28\nM109 S200\nG4 S2\nG1 X25.4\n', 'inch')).toBe('G28\nM109 S200\nG4 S2\nG20\nG1 X1\n')
    const plain = plan(purge, 'mm')
    expect(plain.ok ? '' : plain.why).toBe('Its lengths are in millimetres already.')
  })
})
