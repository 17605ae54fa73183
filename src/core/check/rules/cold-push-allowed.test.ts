import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'cold-push-allowed'

describe(rule, () => {
  it('reports the last line that allows it, and turns the protection on again', () => {
    const text = 'G28\nM302 P1\nM302 P0\nM302 P1\nM109 S200'
    const [finding] = found(rule, text)
    expect(finding?.line).toBe(4)
    expect(found(rule, fixed(text, finding))).toEqual([])
  })

  it('is content if it is turned off again, or never on', () => {
    expect(found(rule, 'G28\nM302 P1\nM302 P0\nM109 S200')).toEqual([])
    expect(found(rule, 'G28\nM109 S200')).toEqual([])
  })
})
