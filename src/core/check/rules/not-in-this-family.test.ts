import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'not-in-this-family'

describe(rule, () => {
  it('reports a host’s command on a board', () => {
    const [finding] = found(rule, 'G28\nBED_MESH_CALIBRATE')
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(finding?.message).toContain('host firmware')
  })

  it('reports a board’s command on a host', () => {
    const host = { firmware: { family: 'host', version: '12.0', abilities: {} } } as const
    expect(found(rule, 'M420 S1', 'start', host)).toHaveLength(1)
  })

  it('leaves what nobody knows to “unknown-command”, and speaks instead of it', () => {
    expect(found(rule, 'M9876')).toEqual([])
    expect(found('unknown-command', 'BED_MESH_CALIBRATE')).toEqual([])
  })
})
