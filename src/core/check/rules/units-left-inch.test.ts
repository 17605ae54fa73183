import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'units-left-inch'

describe(rule, () => {
  it('reports inches that stay on', () => {
    const [finding] = found(rule, 'G20\nG28')
    expect(finding).toMatchObject({ line: 1, severity: 'error' })
    expect(fixed('G20\nG28', finding)).toBe('G20\nG28\nG21')
  })

  it('is content when millimetres come back', () => {
    expect(found(rule, 'G20\nG1 Z1 F40\nG21')).toEqual([])
  })
})
