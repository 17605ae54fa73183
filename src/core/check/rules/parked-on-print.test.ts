import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'parked-on-print'

describe(rule, () => {
  it('reports a head that stays 5 mm over the print', () => {
    const [finding] = found(rule, 'G91\nG1 Z5 F600\nG90', 'end')
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(finding?.message).toContain('5 mm over the print')
  })

  it('leaves room for a hand above 30 mm', () => {
    expect(found(rule, 'G91\nG1 Z30 F600', 'end')).toHaveLength(1)
    expect(found(rule, 'G91\nG1 Z30.1 F600', 'end')).toEqual([])
  })

  it('is content beside it, and 40 mm over it', () => {
    expect(found(rule, 'G91\nG1 Z5 F600\nG90\nG1 X0 Y200 F6000', 'end')).toEqual([])
    expect(found(rule, 'G91\nG1 Z40 F600', 'end')).toEqual([])
  })
})
