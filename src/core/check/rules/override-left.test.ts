import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'override-left'

describe(rule, () => {
  it('reports a speed other than 100 % at the end', () => {
    const text = 'G28\nM220 S40\nM109 S200'
    expect(found(rule, text)).toMatchObject([{ line: 2, severity: 'warning' }])
    expect(found(rule, fixed(text, found(rule, text)[0]))).toEqual([])
    expect(found(rule, 'G28\nM220 S40\nM220 S100')).toEqual([])
  })

  it('takes flow within 10 % as meant for the filament', () => {
    expect(found(rule, 'G28\nM221 S110')).toMatchObject([{ severity: 'advice' }])
    expect(found(rule, 'G28\nM221 S111')).toMatchObject([{ severity: 'warning' }])
    expect(found(rule, 'G28\nM221 S90')).toMatchObject([{ severity: 'advice' }])
    expect(found(rule, 'G28\nM221 S89')).toMatchObject([{ severity: 'warning' }])
  })

  it('reports limits below a third of the printer’s own', () => {
    // Acceleration 1000 / 3 = 333.3; speed 500 / 3 = 166.7.
    expect(found(rule, 'G28\nM204 P333')).toHaveLength(1)
    expect(found(rule, 'G28\nM204 P334')).toEqual([])
    expect(found(rule, 'G28\nM203 X166')).toHaveLength(1)
    expect(found(rule, 'G28\nM203 X167')).toEqual([])
  })
})
