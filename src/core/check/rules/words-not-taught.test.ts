import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'words-not-taught'

describe(rule, () => {
  const lines = [
    'M190 S[bed_temp_first]',
    'M109 S[hotend_temp_first]',
    'G1 Z[layer_z]',
    'M140 S[bed_temp]',
    'M104 S[hotend_temp]',
  ]

  it('is one finding that names up to four placeholders', () => {
    const four = found(rule, ['G28', ...lines.slice(0, 4)])
    expect(four).toMatchObject([{ line: 2, severity: 'advice' }])
    expect(four[0]?.message).toMatch(/^4 placeholders of a slicer/)
    expect(four[0]?.message).not.toContain('more')
    expect(found(rule, ['G28', ...lines])[0]?.message).toContain('and 1 more')
  })

  it('is content without placeholders, and with one in a comment', () => {
    expect(found(rule, 'G28\nM109 S200 ; [hotend_temp_first]')).toEqual([])
  })
})
