import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'heaters-left-on'

describe(rule, () => {
  it('reports what is still hot when an end script has run', () => {
    const text = 'M104 S0\nM84\n'
    const [finding] = found(rule, text, 'end')
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    expect(finding?.message).toContain('The bed is still on at 60 °C')
    expect(fixed(text, finding)).toBe('M104 S0\nM84\nM140 S0\n')
  })

  it('reports nozzle and bed each on its own', () => expect(found(rule, 'M84', 'end')).toHaveLength(2))

  it('is content with both off, and in a start script', () => {
    expect(found(rule, 'M104 S0\nM140 S0', 'end')).toEqual([])
    expect(found(rule, 'M104 S200')).toEqual([])
  })
})
