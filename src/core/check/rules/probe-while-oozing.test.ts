import { describe, expect, it } from 'vitest'
import { fixed, found, round } from '../../testing/stage.ts'

const rule = 'probe-while-oozing'

describe(rule, () => {
  it('reports probing with the nozzle at 200 °C, 40 °C over its ooze-safe 160', () => {
    const [finding] = found(rule, 'M109 S200\nG28\nG29')
    expect(finding).toMatchObject({ line: 3, severity: 'warning' })
    expect(finding?.message).toContain('200 °C')
  })

  it('is content at 160 °C, and up to 5 °C more', () => {
    expect(found(rule, 'M109 S160\nG28\nG29')).toEqual([])
    expect(found(rule, 'M109 S165\nG28\nG29')).toEqual([])
    expect(found(rule, 'M109 S166\nG28\nG29')).toHaveLength(1)
  })

  it('is an error where the nozzle itself is the probe', () => {
    const probe = {
      kind: 'nozzle',
      offset: { x: 0, y: 0 },
      grid: { x: 3, y: 3 },
      insetMm: 20,
      secondsPerPoint: 2,
      dip: null,
    } as const
    expect(found(rule, 'M109 S200\nG28\nG29', 'start', { probe })[0]?.severity).toBe('error')
  })

  it('lowers the nozzle until it has probed', () => {
    const text = 'M109 S200\nG28\nG29'
    expect(fixed(text, found(rule, text)[0])).toBe('M109 S160\nG28\nG29\nM109 S200')
  })

  it('reckons the ooze of 18 s of probing: r = 0.16·e^(−L/30) mm³/s, a little under 18 · 0.16 = 2.9 mm³', () => {
    const { ooze } = round('M109 S200\nG28\nG29')
    expect(ooze.mm3.probing).toBeGreaterThan(2)
    expect(ooze.mm3.probing).toBeLessThan(2.9)
  })
})
