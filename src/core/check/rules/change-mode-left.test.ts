import { describe, expect, it } from 'vitest'
import { foundAtChange } from '../../testing/stage.ts'

const rule = 'change-mode-left'

describe(rule, () => {
  it('reports a fan that runs differently by more than 2 %', () => {
    // Before the change it runs at 255 of 255: 250 are 98.04 %, 249 are 97.65 %.
    expect(foundAtChange(rule, 'M106 S250\nT1')).toEqual([])
    expect(foundAtChange(rule, 'M106 S249\nT1')).toMatchObject([{ line: 1, severity: 'advice' }])
  })

  it('reports an acceleration and the plane of arcs, and nothing that is set back', () => {
    expect(foundAtChange(rule, 'M204 P500\nT1')).toMatchObject([{ line: 1, severity: 'advice' }])
    expect(foundAtChange(rule, 'M204 P500\nT1\nM204 P1000')).toEqual([])
    expect(foundAtChange(rule, 'G18\nT1')).toMatchObject([{ line: 1, severity: 'warning' }])
    expect(foundAtChange(rule, 'G18\nT1\nG17')).toEqual([])
  })
})
