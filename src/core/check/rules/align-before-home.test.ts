import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'align-before-home'

describe(rule, () => {
  const host = { firmware: { family: 'host', version: '12.0', abilities: {} } } as const

  it('reports an alignment before homing, and homes first', () => {
    const [finding] = found(rule, 'Z_TILT_ADJUST\nG28', 'start', host)
    expect(finding).toMatchObject({ line: 1, severity: 'error' })
    expect(fixed('Z_TILT_ADJUST\nG28', finding)).toBe('G28\nZ_TILT_ADJUST\nG28')
  })

  it('is not content with two axes, and is with three', () => {
    expect(found(rule, 'G28 X Y\nZ_TILT_ADJUST', 'start', host)).toHaveLength(1)
    expect(found(rule, 'G28\nZ_TILT_ADJUST', 'start', host)).toEqual([])
  })
})
