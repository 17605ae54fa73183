import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'commands-in-comments'

describe(rule, () => {
  it('names up to five commands', () => {
    const [five] = found(rule, 'G28 ; home M420 S1 ; mesh M140 S60 M190 S60 M104 S200 M109 S200')
    expect(five?.message).toContain('5 commands in the comment of this line: M420, M140, M190, M104 and M109.')
    const [six] = found(rule, 'G28 ; home M420 S1 ; mesh M140 S60 M190 S60 M104 S200 M109 S200 G92 E0')
    expect(six?.message).toContain('M420, M140, M190, M104, M109 and 1 more')
  })

  it('puts each command on its own line', () => {
    const text = 'G28 ; home M420 S1 ; mesh M109 S200'
    expect(
      fixed(text, found(rule, text)[0])
        .split('\n')
        .map(line => line.split(' ')[0]),
    ).toEqual(['G28', 'M420', 'M109'])
  })

  it('is content with a comment that mentions a command, and with one that is commented out', () => {
    expect(found(rule, 'G28 ; see G29')).toEqual([])
    expect(found(rule, '; M109 S200')).toEqual([])
  })
})
