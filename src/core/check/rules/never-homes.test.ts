import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'never-homes'

describe(rule, () => {
  const text = 'M140 S60\nM190 S60\nM109 S200\nG92 E0'

  it('reports a start script without homing, and homes first', () => {
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 1, severity: 'warning' })
    expect(found(rule, fixed(text, finding))).toEqual([])
  })

  it('is content if one axis is homed, if an unknown command may home, and in a script that is a fragment', () => {
    expect(found(rule, `G28 X\n${text}`)).toEqual([])
    expect(found(rule, `WARM_AND_HOME\n${text}`)).toEqual([])
    expect(found(rule, 'M104 S200')).toEqual([])
  })

  it('leaves moves before homing to another check', () => {
    expect(found(rule, `G1 X10 F3000\n${text}`)).toEqual([])
    expect(found('move-before-home', `G1 X10 F3000\n${text}`)).toHaveLength(1)
  })
})
