import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'motors-off-before-print'

describe(rule, () => {
  it('reports motors that are off when the print begins, and which', () => {
    expect(found(rule, 'G28\nM109 S200\nM84')[0]?.message).toContain('the motors of X, Y and Z off')
    expect(found(rule, 'G28\nM109 S200\nM84 X')[0]?.message).toContain('the motors of X off')
  })

  it('is content if a later line homes again, if the motors were off before homing, and with the extruder’s motor', () => {
    expect(found(rule, 'G28\nM84\nG28\nM109 S200')).toEqual([])
    expect(found(rule, 'M84\nG28\nM109 S200')).toEqual([])
    expect(found(rule, 'G28\nM109 S200\nM84 E')).toEqual([])
  })
})
