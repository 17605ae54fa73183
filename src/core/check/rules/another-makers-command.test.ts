import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'another-makers-command'

describe(rule, () => {
  it('reports a number that makers use as they like', () => {
    expect(found(rule, 'M321')).toMatchObject([{ line: 1, severity: 'advice' }])
  })

  it('is content with everybody’s commands', () => {
    expect(found(rule, 'G28\nM420 S1')).toEqual([])
  })
})
