import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'hot-without-fan'

describe(rule, () => {
  it('reports the supply switched off at 195 °C, and waits', () => {
    const [finding] = found(rule, 'M104 S0\nM81', 'end')
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(finding?.message).toContain('195 °C')
    expect(fixed('M104 S0\nM81', finding)).toBe('M104 S0\nM109 R50\nM81')
  })

  it('reports another fan than the part fan', () => {
    expect(found(rule, 'M104 S0\nM107 P1', 'end')).toHaveLength(1)
    expect(found(rule, 'M104 S0\nM106 P1 S0', 'end')).toHaveLength(1)
  })

  it('is content with the part fan, and with a nozzle that has cooled', () => {
    expect(found(rule, 'M104 S0\nM107', 'end')).toEqual([])
    // From 195 to 60 °C: τ·ln(175/40) with τ = 240/ln(180/30) = 133.95 s is 197.7 s.
    expect(found(rule, 'M104 S0\nM107\nG4 S150\nM81', 'end')).toHaveLength(1)
    expect(found(rule, 'M104 S0\nM107\nG4 S200\nM81', 'end')).toEqual([])
  })
})
