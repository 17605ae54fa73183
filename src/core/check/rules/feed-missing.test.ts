import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'feed-missing'

describe(rule, () => {
  it('reports a first move without a speed, and gives it one', () => {
    const [finding] = found(rule, 'G28\nG1 X20 ; aside\nG1 Y20 F3000')
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(fixed('G28\nG1 X20 ; aside\nG1 Y20 F3000', finding)).toBe('G28\nG1 X20 F3000 ; aside\nG1 Y20 F3000')
  })

  it('is content once a speed has been named, and after a print', () => {
    expect(found(rule, 'G28\nG1 F3000\nG1 X20')).toEqual([])
    expect(found(rule, 'G1 X20', 'end')).toEqual([])
  })
})
