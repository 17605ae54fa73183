import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'collapsed-lines'

describe(rule, () => {
  it('reports a second command on a line and parts the two', () => {
    const text = 'M140 S60M104 S200 G28 ; all at once\n'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 1, severity: 'error' })
    expect(fixed(text, finding)).toBe('M140 S60\nM104 S200\nG28 ; all at once\n')
  })

  it('leaves messages and comments alone', () => expect(found(rule, 'M117 G28 M104\nG1 X1 ; G28')).toEqual([]))
})
