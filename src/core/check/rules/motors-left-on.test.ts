import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'motors-left-on'

describe(rule, () => {
  it('reports motors that hold on', () => {
    const [finding] = found(rule, 'M104 S0', 'end')
    expect(finding).toMatchObject({ severity: 'advice' })
    expect(fixed('M104 S0', finding)).toBe('M104 S0\nM84 X Y E')
  })

  it('is content when any are let go, and while paused', () => {
    expect(found(rule, 'M84 X Y E', 'end')).toEqual([])
    expect(found(rule, 'M84 S60', 'end')).toEqual([])
    expect(found(rule, 'M104 S0', 'pause')).toEqual([])
  })
})
