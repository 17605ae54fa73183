import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'relative-left-on'

describe(rule, () => {
  it('reports the line that turned relative positions on, and turns them back at the end', () => {
    const text = 'G28\nG91\nG1 Z5 F600'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    expect(fixed(text, finding)).toBe('G28\nG91\nG1 Z5 F600\nG90')
  })

  it('is content when G90 comes after it, and in an end script', () => {
    expect(found(rule, 'G91\nG1 Z5\nG90')).toEqual([])
    expect(found(rule, 'G91\nG1 Z5', 'end')).toEqual([])
  })
})
