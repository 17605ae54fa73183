import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'origin-shifted'

describe(rule, () => {
  it('reports a place that is called another one', () => {
    const [finding] = found(rule, 'G28\nG1 X50 F6000\nG92 X0')
    expect(finding).toMatchObject({ line: 3, severity: 'error' })
    expect(finding?.message).toContain('X by 50 mm')
  })

  it('takes a small step in height for what it mostly is', () => {
    expect(found(rule, 'G28\nG1 Z0.2 F600\nG92 Z0')).toMatchObject([{ severity: 'advice' }])
  })

  it('is content with G92 E0, and when homing puts it back', () => {
    expect(found(rule, 'G28\nG92 E0')).toEqual([])
    expect(found(rule, 'G28\nG1 X50 F6000\nG92 X0\nG28 X')).toEqual([])
  })
})
