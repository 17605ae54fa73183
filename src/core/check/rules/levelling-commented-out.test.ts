import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'levelling-commented-out'

describe(rule, () => {
  it('reports the line that would load the saved mesh, and wakes it', () => {
    const text = 'G28\n;M420 S1 ; mesh\nM109 S200'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    expect(finding?.message).toContain('homing on line 1')
    expect(fixed(text, finding)).toBe('G28\nM420 S1 ; mesh\nM109 S200')
  })

  it('reports a probing that is commented out', () => {
    expect(found(rule, 'G28\n;G29')[0]?.message).toContain('measure the bed')
  })

  it('is content where levelling is on all the same, and where the sleeping line turns it off', () => {
    expect(found(rule, 'G28\n;M420 S1\nG29')).toEqual([])
    expect(found(rule, 'G28\n;M420 S0')).toEqual([])
  })

  it('speaks instead of “levelling-off”, not beside it', () => {
    expect(found('levelling-off', 'G28\n;M420 S1')).toEqual([])
    expect(found('levelling-off', 'G28\n;M420 S0')).toHaveLength(1)
  })
})
