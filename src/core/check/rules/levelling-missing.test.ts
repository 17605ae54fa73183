import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'levelling-missing'

describe(rule, () => {
  const host = { firmware: { family: 'host', version: '12.0', abilities: {} } } as const

  it('reports a host that homes and never loads a mesh', () => {
    const [finding] = found(rule, 'G28\nM109 S200', 'start', host)
    expect(finding).toMatchObject({ line: 1, severity: 'warning' })
    expect(fixed('G28\nM109 S200', finding)).toBe('G28\nBED_MESH_PROFILE LOAD=default\nM109 S200')
  })

  it('is content with a mesh, without a probe, and where a macro may do it', () => {
    expect(found(rule, 'G28\nBED_MESH_CALIBRATE', 'start', host)).toEqual([])
    expect(found(rule, 'G28', 'start', { ...host, probe: null, storedMesh: false })).toEqual([])
    expect(found(rule, 'G28\nOUR_START', 'start', host)).toEqual([])
  })

  it('leaves boards, which homing turns off, to “levelling-off”', () => {
    expect(found(rule, 'G28')).toEqual([])
  })
})
