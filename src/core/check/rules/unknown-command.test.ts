import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'unknown-command'

describe(rule, () => {
  it('reports a command that the table does not have, and a line that is none', () => {
    // Names that are not known are one finding, with all their lines; what is no command at all is told at its own.
    expect(found(rule, 'G28\nM9999 S1\nhello\n12345').map(({ lines }) => lines)).toEqual([[2, 3], [4]])
  })

  it('knows tools, messages and everything in a comment', () => {
    expect(found(rule, 'T0\nT1\nM117 M9999\n; M9999\n(M9999)\n')).toEqual([])
  })
})
