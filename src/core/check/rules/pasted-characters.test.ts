import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'pasted-characters'

describe(rule, () => {
  it('reports a long dash in place of a minus, and an unbreakable space, and mends both', () => {
    const text = 'G1 X\u22123\u00a0Y10'
    const findings = found(rule, text)
    expect(findings).toHaveLength(1)
    expect(fixed(text, findings[0])).toBe('G1 X-3 Y10')
  })

  it('reports curly quotes and NUL bytes', () => {
    expect(found(rule, 'G28 “X”')).toHaveLength(1)
    expect(found(rule, 'G28\0')[0]?.message).toContain('invisible')
  })

  it('reports prose that lost its sign, as a warning', () => {
    expect(found(rule, 'G28 homes all')[0]).toMatchObject({ severity: 'warning' })
  })

  it('closes a comment that was left open', () => {
    const text = 'G28 (all axes\nG90'
    expect(fixed(text, found(rule, text)[0])).toBe('G28 (all axes)\nG90')
  })

  it('leaves comments, messages and a byte order mark alone', () => {
    expect(found(rule, '\ufeffG28 ; “quoted” — fine\nM117 10\u00a0°C – warm')).toEqual([])
  })
})
