import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'probe-before-home'

describe(rule, () => {
  it('reports probing while an axis is not homed, and mends it', () => {
    const text = 'G28 X Y\nG29'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 2, severity: 'error', message: expect.stringContaining('homing Z') })
    expect(found(rule, fixed(text, finding))).toEqual([])
  })

  it('is content when all axes were homed, together or one by one', () => {
    expect(found(rule, 'G28\nG29')).toEqual([])
    expect(found(rule, 'G28 X Y\nG28 Z\nG29')).toEqual([])
  })
})
