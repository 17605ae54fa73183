// Shaping a purge: all that is asked for holds together, and nothing asked for is nothing changed.
import { describe, expect, it } from 'vitest'
import { applyEdits } from '../../model/script.ts'
import { round } from '../../testing/stage.ts'
import { planEdit } from './edit.ts'
import type { Shape } from './shape.ts'

const text =
  '; --- warm ---\nG28\nM420 S1\nM109 S205\n\n; --- purge ---\nM83\nG92 E0\nG1 X10 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 Z2 F600\n'
function shaped(wanted: Shape): string[] {
  const seen = round(text)
  const at = seen.passages.find(({ title }) => title === 'purge')?.firstLine ?? 0
  const plan = planEdit(text, seen, { do: 'shape', at, ...wanted })
  return plan.ok ? applyEdits(text, plan.edits).split('\n').slice(8, 11) : [plan.why]
}

describe('shaping a purge', () => {
  it('changes nothing where nothing is asked for, or where it is so already', () => {
    const same = ['G1 X10 Y20 Z0.3 F3000', 'G1 Y120 E12 F1200', 'G1 Z2 F600']
    expect(shaped({})).toEqual(same)
    expect(shaped({ amountPercent: 100, speedMmS: 20, edge: 'left' })).toEqual(same)
  })

  it('keeps every field that was touched', () => {
    // Half as long and half of that: 12 · 0.5 · 0.5 = 3; 15 mm/s are 900 mm/min.
    expect(shaped({ lengthMm: 50, amountPercent: 50, speedMmS: 15 })).toEqual([
      'G1 X10 Y20 Z0.3 F3000',
      'G1 Y70 E3 F900',
      'G1 Z2 F600',
    ])
    // A bead of 0.25 mm² over 50 mm: 0.25 · 50 / 2.40528 = 5.197 mm; from the left edge to the right of a bed of 200.
    expect(shaped({ lengthMm: 50, beadMm2: 0.25, edge: 'right' })).toEqual([
      'G1 X190 Y20 Z0.3 F3000',
      'G1 Y70 E5.197 F1200',
      'G1 Z2 F600',
    ])
  })

  it('is refused as a whole where one of them can’t be', () => {
    expect(shaped({ speedMmS: 15, lengthMm: 300 })[0]).toContain('beyond what the head can reach')
  })
})
