import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'probe-at-other-bed-heat'

describe(rule, () => {
  it('reports a bed probed cold and printed on at 60 °C', () => {
    const [finding] = found(rule, 'G28\nG29\nM140 S60\nM190 S60')
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(finding?.message).toContain('20 °C, and prints on it at 60 °C')
    expect(fixed('G28\nG29\nM140 S60\nM190 S60', finding)).toBe('G28\nM190 S60\nG29\nM140 S60\nM190 S60')
  })

  it('is content with a bed that is within 15 °C, with a cold print and with a saved mesh', () => {
    expect(found(rule, 'M190 S50\nG28\nG29\nM190 S60')).toEqual([])
    expect(found(rule, 'G28\nG29')).toEqual([])
    expect(found(rule, 'G28\nM420 S1\nM190 S60')).toEqual([])
  })

  it('does not speak of one point that is touched', () => {
    expect(found(rule, 'G28\nG30 X100 Y100\nM190 S60')).toEqual([])
  })
})
