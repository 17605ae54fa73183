import { describe, expect, it } from 'vitest'
import { twoTools } from '../../model/example.ts'
import { found } from '../../testing/stage.ts'

const rule = 'no-such-tool'

describe(rule, () => {
  it('reports the first tool after the last one, in a selection and in a temperature, once', () => {
    expect(found(rule, 'G28\nT1\nM104 T1 S200')).toMatchObject([{ line: 2, severity: 'error' }])
    expect(found(rule, 'G28\nM104 T1 S200')[0]?.message).toContain('has no tool 1: it has one tool, T0')
    expect(found(rule, 'G28\nT2', 'start', { tools: twoTools })[0]?.message).toContain('2 tools, T0 and T1')
  })

  it('is content with the last tool, and with no tool at all', () => {
    expect(found(rule, 'G28\nT0\nM104 T0 S200')).toEqual([])
    expect(found(rule, 'G28\nT1\nM104 T1 S200', 'start', { tools: twoTools })).toEqual([])
  })
})
