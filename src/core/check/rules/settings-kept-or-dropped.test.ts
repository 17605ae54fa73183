import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'settings-kept-or-dropped'

describe(rule, () => {
  it('reports a save after a change that is meant for this print only', () => {
    expect(found(rule, 'G28\nG29\nM204 P300\nM500\nM109 S200')).toMatchObject([{ line: 4, severity: 'warning' }])
    expect(found(rule, 'G28\nG29\nM500\nM109 S200')).toEqual([])
  })

  it('takes loading as advice, unless something is lost by it', () => {
    expect(found(rule, 'G28\nM501\nM109 S200')).toMatchObject([{ line: 2, severity: 'advice' }])
    expect(found(rule, 'G28\nM204 P300\nM501\nM109 S200')[0]).toMatchObject({ line: 3, severity: 'warning' })
    expect(found(rule, 'G28\nM204 P300\nM501\nM109 S200')[0]?.message).toContain('The change on line 2 is lost.')
    expect(found(rule, 'G28\nM502\nM109 S200')).toMatchObject([{ severity: 'warning' }])
  })

  it('is an error on a host, which restarts to save', () => {
    const host = { firmware: { family: 'host', version: '12.0', abilities: {} } } as const
    expect(found(rule, 'G28\nSAVE_CONFIG', 'start', host)).toMatchObject([{ line: 2, severity: 'error' }])
  })
})
