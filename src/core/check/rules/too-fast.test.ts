import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'too-fast'

describe(rule, () => {
  it('reports 50 mm/s on a Z that goes 10', () => {
    const [finding] = found(rule, 'G28\nG1 Z20 F3000')
    expect(finding).toMatchObject({ line: 2, severity: 'advice' })
    expect(finding?.message).toContain('10 mm/s at most; this line requests 50 mm/s')
  })

  it('is content with half as much again, and where Z only goes along', () => {
    expect(found(rule, 'G28\nG1 Z20 F900')).toEqual([])
    expect(found(rule, 'G28\nG1 X100 Z20 F6000')).toEqual([])
  })

  it('knows limits that the script sets', () => {
    expect(found(rule, 'G28\nM203 X20\nG1 X100 F6000')).toHaveLength(1)
  })
})
