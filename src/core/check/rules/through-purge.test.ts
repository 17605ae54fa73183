import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'through-purge'

describe(rule, () => {
  const purge = 'G28\nM83\nG1 X20 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\n'

  it('reports a travel that comes back through the line at its height', () => {
    const [finding] = found(rule, `${purge}G1 X10 Y100 F6000\nG1 X60 Y60`)
    expect(finding).toMatchObject({ line: 6, severity: 'warning' })
    expect(finding?.message).toContain('the purge of line 4')
  })

  it('is content with leaving at the line’s end, with a lift, and with a second line beside it', () => {
    expect(found(rule, `${purge}G1 X60 Y60 F6000`)).toEqual([])
    expect(found(rule, `${purge}G1 Z2 F600\nG1 X10 Y100 F6000\nG1 X60 Y60`)).toEqual([])
    expect(found(rule, `${purge}G1 X20.6 F3000\nG1 Y20 E12 F1200`)).toEqual([])
  })

  it('does not fear a line that is laid only later', () => {
    expect(found(rule, 'G28\nM83\nG1 X10 Y100 Z0.3 F6000\nG1 X60 Y60\nG1 X20 Y20\nG1 Y120 E12 F1200')).toEqual([])
  })
})
