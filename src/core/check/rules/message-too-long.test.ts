import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'message-too-long'

describe(rule, () => {
  it('reports 21 signs on a display of 20', () => {
    const [finding] = found(rule, 'M117 123456789012345678901')
    expect(finding).toMatchObject({ line: 1, severity: 'advice' })
    expect(finding?.message).toContain('has 21 characters; the display shows 20')
  })

  it('is content with 20, and without a display', () => {
    expect(found(rule, 'M117 12345678901234567890')).toEqual([])
    expect(found(rule, 'M117 123456789012345678901', 'start', { display: null })).toEqual([])
  })

  it('counts no quotes where texts stand in them', () => {
    const firmware = { family: 'macro-file', version: '3.4', abilities: {} } as const
    expect(found(rule, 'M117 "12345678901234567890"', 'start', { firmware })).toEqual([])
    expect(found(rule, 'M117 "123456789012345678901"', 'start', { firmware })).toHaveLength(1)
  })
})
