import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'unknown-command'

describe(rule, () => {
  it('reports a command that the table does not have, and a line that is none', () => {
    expect(found(rule, 'G28\nM9999 S1\nhello\n12345').map(({ line }) => line)).toEqual([2, 3, 4])
  })

  it('knows tools, messages and everything in a comment', () => {
    expect(found(rule, 'T0\nT1\nM117 M9999\n; M9999\n(M9999)\n')).toEqual([])
  })
})
