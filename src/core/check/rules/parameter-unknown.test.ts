import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'parameter-unknown'

describe(rule, () => {
  it('reports a letter that does nothing', () => {
    const [finding] = found(rule, 'M109 S200 Q5')
    expect(finding).toMatchObject({ line: 1, severity: 'advice' })
    expect(finding?.message).toContain('doesn’t take Q')
  })

  it('is content with every letter of the table, with text, and with commands that take any', () => {
    expect(found(rule, 'G1 X1 Y2 Z3 E4 F500\nM117 Quick test\nM122 V5')).toEqual([])
  })

  it('reports a key of a host’s command', () => {
    const host = { firmware: { family: 'host', version: '12.0', abilities: {} } } as const
    expect(found(rule, 'BED_MESH_PROFILE LOAD=default COLOUR=red', 'start', host)[0]?.message).toContain('COLOUR')
  })
})
