import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'filament-not-reset'

describe(rule, () => {
  it('reports the last line that moved the filament, and resets after it', () => {
    const text = 'M82\nG92 E0\nG1 E10 F300\nG1 E15\nG28'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 4, severity: 'error' })
    expect(finding?.message).toContain('15 mm')
    expect(fixed(text, finding)).toBe('M82\nG92 E0\nG1 E10 F300\nG1 E15\nG92 E0\nG28')
  })

  it('is content with a reset, with relative filament, and when nothing was pushed', () => {
    expect(found(rule, 'M82\nG1 E10 F300\nG92 E0')).toEqual([])
    expect(found(rule, 'M83\nG1 E10 F300')).toEqual([])
    expect(found(rule, 'M82\nG28')).toEqual([])
  })

  it('keeps the script’s own line ends', () => {
    const text = 'M82\r\nG1 E10 F300\r\nG28\r\n'
    expect(fixed(text, found(rule, text)[0])).toBe('M82\r\nG1 E10 F300\r\nG92 E0\r\nG28\r\n')
  })
})
