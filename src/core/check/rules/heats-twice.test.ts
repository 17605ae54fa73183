import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'heats-twice'

describe(rule, () => {
  it('reports a second wait for what is warm, and puts it to sleep', () => {
    const text = 'M190 S60\nM109 S200\nM190 S60'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 3, severity: 'advice' })
    expect(finding?.message).toContain('line 1 has already waited')
    expect(fixed(text, finding)).toBe('M190 S60\nM109 S200\n;M190 S60')
  })

  it('reports heating up, down and up again', () => {
    const [finding] = found(rule, 'M109 S200\nM109 R150\nG28\nG29\nM109 S200')
    expect(finding).toMatchObject({ line: 5 })
    expect(finding?.message).toContain('a second time')
  })

  it('is content with probing at 150 °C and heating on from there', () => {
    expect(found(rule, 'M104 S150\nM190 S60\nM109 S150\nG28\nG29\nM104 S200\nM109 S200')).toEqual([])
  })

  it('is content with two tools that are waited for one after the other', () => {
    expect(found(rule, 'M109 S200\nM104 S210\nM109 S200')).toEqual([])
  })
})
