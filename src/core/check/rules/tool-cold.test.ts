import { describe, expect, it } from 'vitest'
import { fixed, foundAtChange } from '../../testing/stage.ts'

const rule = 'tool-cold'

describe(rule, () => {
  it('reports a tool that is heated and not waited for, and waits', () => {
    const text = 'T1\nM104 S200'
    const [finding] = foundAtChange(rule, text)
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(foundAtChange(rule, fixed(text, finding))).toEqual([])
  })

  it('asks who heats the new tool if no line does', () => {
    expect(foundAtChange(rule, 'T1')).toMatchObject([{ line: 1, severity: 'advice' }])
    expect(foundAtChange(rule, 'T1')[0]?.message).toContain('No line here heats T1')
  })

  it('is content within 10 °C of the target', () => {
    // A new target after a wait: the nozzle still has 190 °C.
    expect(foundAtChange(rule, 'T1\nM109 S190\nM104 S200')).toEqual([])
    expect(foundAtChange(rule, 'T1\nM109 S189\nM104 S200')).toMatchObject([{ line: 3 }])
  })

  it('reports a tool that is left more than 20 °C below its material, 195 °C', () => {
    expect(foundAtChange(rule, 'T1\nM109 S175')).toMatchObject([{ line: 2 }])
    expect(foundAtChange(rule, 'T1\nM109 S176')).toEqual([])
  })
})
