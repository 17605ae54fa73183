import { describe, expect, it } from 'vitest'
import { fixed, found, printer } from '../../testing/stage.ts'

const rule = 'too-hot'

describe(rule, () => {
  it('reports a nozzle of 290 °C where 260 are the most', () => {
    const [finding] = found(rule, 'M104 S290')
    expect(finding).toMatchObject({ line: 1, severity: 'error' })
    expect(fixed('M104 S290', finding)).toBe('M104 S200')
  })

  it('reports bed and chamber alike', () => {
    expect(found(rule, 'M140 S120')).toHaveLength(1)
    const chamber = { highestC: 60, secondsTo40: 900, secondsCooling40To30: 900, heated: true, bedShare: 0.25 }
    expect(found(rule, 'M141 S70', 'start', { heaters: { ...printer.heaters, chamber } })).toHaveLength(1)
  })

  it('is content with the highest itself', () => {
    expect(found(rule, 'M104 S260\nM140 S110')).toEqual([])
  })
})
