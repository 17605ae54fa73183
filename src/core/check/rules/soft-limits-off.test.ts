import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'soft-limits-off'

describe(rule, () => {
  it('reports limits that stay off, and turns them on at the end', () => {
    const text = 'G28\nM211 S0\nG1 Z5 F600'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(fixed(text, finding)).toBe('G28\nM211 S0\nG1 Z5 F600\nM211 S1')
  })

  it('is content when they are turned on again', () => {
    expect(found(rule, 'G28\nM211 S0\nG1 Z5 F600\nM211 S1')).toEqual([])
  })
})
