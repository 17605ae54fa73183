import { describe, expect, it } from 'vitest'
import { fixed, found, round } from '../../testing/stage.ts'

const rule = 'fixed-temperature'

describe(rule, () => {
  const text = 'M140 S60\nM104 S160\nM190 S60\nM109 S200'

  it('reports numbers that are just what the material wants, once', () => {
    const all = found(rule, text)
    expect(all).toHaveLength(1)
    expect(all[0]).toMatchObject({ line: 1, severity: 'advice' })
    expect(all[0]?.message).toContain('and in 3 more places')
  })

  it('puts the material’s values there, and the rehearsal is the same', () => {
    const after = fixed(text, found(rule, text)[0])
    expect(after).toBe('M140 S@bed\nM104 S@ooze_safe\nM190 S@bed\nM109 S@nozzle')
    expect(round(after).trace.totalS).toBe(round(text).trace.totalS)
    expect(found(rule, after)).toEqual([])
  })

  it('is content with other numbers, and with off', () => {
    expect(found(rule, 'M140 S65\nM109 S210\nM104 S0')).toEqual([])
  })
})
