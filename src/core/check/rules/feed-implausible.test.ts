import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'feed-implausible'

describe(rule, () => {
  it('reports a speed of nothing or less', () => {
    expect(found(rule, 'G28\nG1 X10 F0\nG1 X20 F-5').map(({ line }) => line)).toEqual([2, 3])
  })

  it('leaves any real speed alone', () => expect(found(rule, 'G28\nG1 X10 F60')).toEqual([]))
})
