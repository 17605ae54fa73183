import { describe, expect, it } from 'vitest'
import { fixed, foundAtChange } from '../../testing/stage.ts'

const rule = 'tool-hot-idle'

describe(rule, () => {
  const left = (oozeSafeC: number) => foundAtChange(rule, 'T1\nM109 S200', { material: { oozeSafeC } })

  it('reports a tool that stays more than 10 °C above the temperature that its material oozes at', () => {
    // T0 was printing at 195 °C.
    expect(left(185)).toEqual([])
    expect(left(184)).toMatchObject([{ line: 2, severity: 'advice' }])
  })

  it('cools it to that temperature at the end', () => {
    const text = 'T1\nM109 S200'
    const after = fixed(text, foundAtChange(rule, text)[0])
    expect(after).toContain('@(ooze_safe of T0)')
    expect(foundAtChange(rule, after)).toEqual([])
  })

  it('leaves scripts that heat nothing to the slicer', () => {
    expect(foundAtChange(rule, 'T1')).toEqual([])
  })
})
