import { describe, expect, it } from 'vitest'
import { fixed, foundAtChange } from '../../testing/stage.ts'

const rule = 'change-filament-left'

describe(rule, () => {
  const retracted = (mm: number) => foundAtChange(rule, `T1\nM83\nG1 E-${mm} F1800`)

  it('reports what is retracted and not given back, beyond 0.3 mm', () => {
    expect(retracted(0.3)).toEqual([])
    expect(retracted(0.4)).toMatchObject([{ line: 3, severity: 'advice' }])
  })

  it('is sure above one and a half retractions: 1.5 · 5 = 7.5 mm', () => {
    expect(retracted(7.5)).toMatchObject([{ severity: 'advice' }])
    expect(retracted(7.6)).toMatchObject([{ severity: 'warning' }])
  })

  it('gives the filament back at the end', () => {
    const text = 'T1\nM83\nG1 E-12 F1800'
    const after = fixed(text, retracted(12)[0])
    expect(after).toContain('G1 E12 F1800')
    expect(foundAtChange(rule, after)).toEqual([])
  })

  it('reports a counter that differs by 0.05 mm and more', () => {
    const counted = (mm: number) => foundAtChange(rule, `T1\nG92 E0\nG1 E5 F300\nG92 E${mm}`)
    expect(counted(0.04)).toEqual([])
    expect(counted(0.06)).toMatchObject([{ severity: 'advice' }])
  })
})
