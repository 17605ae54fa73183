import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'mesh-not-fresh'

describe(rule, () => {
  const host = { firmware: { family: 'host', version: '12.0', abilities: {} } } as const

  it('reports an alignment after the bed was measured', () => {
    const [finding] = found(rule, 'G28\nBED_MESH_CALIBRATE\nQUAD_GANTRY_LEVEL', 'start', host)
    expect(finding).toMatchObject({ line: 3, severity: 'warning' })
    expect(finding?.message).toContain('line 2')
  })

  it('is content when the bed is measured after it, or again', () => {
    expect(found(rule, 'G28\nQUAD_GANTRY_LEVEL\nBED_MESH_CALIBRATE', 'start', host)).toEqual([])
    expect(found(rule, 'G28\nBED_MESH_CALIBRATE\nQUAD_GANTRY_LEVEL\nBED_MESH_CALIBRATE', 'start', host)).toEqual([])
  })
})
