import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'fan-left'

describe(rule, () => {
  it('reports a fan that blows on after the print', () => {
    const [finding] = found(rule, 'G91\nG1 Z5 F600\nG90', 'end')
    expect(finding).toMatchObject({ severity: 'warning' })
    expect(fixed('G91\nG1 Z5 F600\nG90', finding)).toBe('G91\nG1 Z5 F600\nG90\nM107')
  })

  it('is advice before a print', () => {
    expect(found(rule, 'G28\nM106 S128')).toMatchObject([{ line: 2, severity: 'advice' }])
  })

  it('is content when it is off, and while a print is paused', () => {
    expect(found(rule, 'M107', 'end')).toEqual([])
    expect(found(rule, 'G28')).toEqual([])
    expect(found(rule, 'G91\nG1 Z5 F600', 'pause')).toEqual([])
  })
})
