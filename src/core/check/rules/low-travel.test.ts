import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'low-travel'

describe(rule, () => {
  it('reports 100 mm over the bed at Z 0', () => {
    expect(found(rule, 'G28\nG1 Z0 F600\nG1 X100 F6000')).toMatchObject([{ line: 3, severity: 'warning' }])
  })

  it('is content at 0.2 mm, for a few mm, and while it lays filament', () => {
    expect(found(rule, 'G28\nG1 Z0.2 F600\nG1 X100 F6000')).toEqual([])
    expect(found(rule, 'G28\nG1 Z0 F600\nG1 X5 F6000')).toEqual([])
    expect(found(rule, 'G28\nM83\nG1 Z0.05 F600\nG1 X100 E9 F6000')).toEqual([])
  })
})
