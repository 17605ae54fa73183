import { describe, expect, it } from 'vitest'
import { fixed, foundAtChange } from '../../testing/stage.ts'

const rule = 'tool-not-taken'

describe(rule, () => {
  it('reports a wrong tool at the end, and writes the next tool as a value', () => {
    const text = 'G91\nG1 Z2 F600\nG90\nT0'
    const [finding] = foundAtChange(rule, text)
    expect(finding).toMatchObject({ line: 4, severity: 'error' })
    expect(fixed(text, finding)).toBe('G91\nG1 Z2 F600\nG90\nT@to_tool')
    expect(foundAtChange(rule, fixed(text, finding))).toEqual([])
  })

  it('takes no selection at all as advice, because the slicer may add the line', () => {
    expect(foundAtChange(rule, 'G91\nG1 Z2 F600\nG90')).toMatchObject([{ line: 3, severity: 'advice' }])
    expect(foundAtChange(rule, 'G91\nG1 Z2 F600\nG90\nM600')).toEqual([])
  })

  it('reports a selection in a script between layers, which has no change of tool', () => {
    expect(foundAtChange(rule, 'T1', { moment: 'layer-change' })).toMatchObject([{ line: 1 }])
    expect(foundAtChange(rule, 'T1\nT0', { moment: 'layer-change' })).toEqual([])
  })
})
