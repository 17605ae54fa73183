import { describe, expect, it } from 'vitest'
import { fixed, found, printer, round } from '../../testing/stage.ts'

const rule = 'heats-in-turn'

describe(rule, () => {
  it('reports a bed of 120 s and then a nozzle of 100 s, and what both at once save', () => {
    // In turn 120 + 100 = 220 s. With the nozzle at 160 °C beforehand only the way from there to 200 is left:
    // τ·ln(340/300) = 212.764·0.125163 = 26.63 s after the bed; together 146.63 s, and 73.4 s are saved.
    const text = 'M190 S60\nM109 S200'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 2, severity: 'advice' })
    expect(finding?.message).toContain('saves 1 min 13 s')
    const after = fixed(text, finding)
    expect(after).toBe('M104 S160\nM190 S60\nM109 S200')
    expect(round(text).trace.totalS - round(after).trace.totalS).toBeCloseTo(73.37, 1)
  })

  it('starts a bed that comes after the nozzle', () => {
    expect(fixed('M109 S200\nM190 S60', found(rule, 'M109 S200\nM190 S60')[0])).toBe('M140 S60\nM109 S200\nM190 S60')
  })

  it('is content where both are started first, and where the supply can’t feed both', () => {
    expect(found(rule, 'M140 S60\nM104 S160\nM190 S60\nM109 S200')).toEqual([])
    const heaters = { ...printer.heaters, together: false }
    expect(found(rule, 'M190 S60\nM109 S200', 'start', { heaters })).toEqual([])
  })

  it('does not ask for 10 s: a nozzle that goes from 160 °C on is started already', () => {
    expect(found(rule, 'M104 S160\nM190 S60\nM104 S200\nM109 S200')).toEqual([])
  })
})
