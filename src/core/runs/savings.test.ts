import { describe, expect, it } from 'vitest'
import { job, material, printer, round } from '../testing/stage.ts'
import { savingsOf } from './savings.ts'

const setting = { printer, job, material, moment: 'start' as const }
const ways = (text: string) => savingsOf(text, round(text), setting)
const saved = (text: string, title: RegExp) => ways(text).find(way => title.test(way.title))

describe('ways to save', () => {
  it('heating both at once: 120 + 100 s in turn, 146.6 s together', () => {
    expect(saved('G28\nM420 S1\nM190 S60\nM109 S200', /at once/)?.savesS).toBeCloseTo(73.37, 1)
  })

  it('the saved mesh instead of 9 points of 2 s: 18 s', () => {
    const way = saved('G28\nG29\nM109 S200', /saved mesh/)
    expect(way?.savesS).toBeCloseTo(18, 6)
    expect(way?.fix?.edits).toEqual([{ from: 4, to: 7, insert: 'M420 S1' }])
  })

  it('a grid of 3 × 3 instead of 4 × 4: 7 points of 2 s are 14 s, with nothing to edit', () => {
    const probe = printer.probe && { ...printer.probe, grid: { x: 4, y: 4 } }
    const text = 'G28\nG29\nM109 S200'
    const way = savingsOf(text, round(text, 'start', { probe }), { ...setting, printer: { ...printer, probe } }).find(
      ({ title }) => title.startsWith('Probe 3 × 3'),
    )
    expect(way?.savesS).toBeCloseTo(14, 6)
    expect(way?.fix).toBeNull()
  })

  it('half of the purge: 6 mm of filament less are 14.43 mm³, 0.018 g, and 2.5 s at 20 mm/s: too little to tell', () => {
    expect(saved('G28\nM420 S1\nM83\nM109 S200\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200', /^Purge/)).toBeUndefined()
  })

  it('half of a slow purge of 150 mm: 15 s at 5 mm/s', () => {
    const way = saved('G28\nM420 S1\nM83\nM109 S200\nG1 X4 Y20 Z0.3 F3000\nG1 Y170 E20 F300', /^Purge 75 mm/)
    expect(way?.savesS).toBeCloseTo(15, 3)
    // Half of 20 mm are 10 mm: 24.05 mm³ at 1.25 g/cm³ are 0.0301 g.
    expect(way?.savesG).toBeCloseTo(0.0301, 3)
  })

  it('leaves a kept line alone', () => {
    expect(saved('G28\n;! measured every time\nG29\nM109 S200', /saved mesh/)).toBeUndefined()
  })
})
