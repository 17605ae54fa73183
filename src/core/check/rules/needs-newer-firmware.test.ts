import { describe, expect, it } from 'vitest'
import { isOlder } from '../../firmware/version.ts'
import { found } from '../../testing/stage.ts'

const rule = 'needs-newer-firmware'

describe(rule, () => {
  it('reports a command of 7.3 on a board that has 7.1', () => {
    const old = { firmware: { family: 'board', version: '7.1', abilities: {} } } as const
    expect(found(rule, 'M593 F40', 'start', old)).toMatchObject([{ line: 1, severity: 'warning' }])
    expect(found(rule, 'G28', 'start', old)).toEqual([])
  })

  it('is content with 7.3 itself, and 7.10, which comes after 7.9', () => {
    const of = (version: string) => ({ firmware: { family: 'board', version, abilities: {} } }) as const
    expect(found(rule, 'M593 F40', 'start', of('7.3'))).toEqual([])
    expect(found(rule, 'M593 F40', 'start', of('7.10'))).toEqual([])
    expect([isOlder('7.9', '7.10'), isOlder('7.10', '7.9'), isOlder('7', '7.0'), isOlder('6.9.9', '7')]).toEqual([
      true,
      false,
      false,
      true,
    ])
  })
})
