import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'no-probe'

describe(rule, () => {
  it('reports probing on a printer without a probe, and offers the saved mesh', () => {
    const [finding] = found(rule, 'G28\nG29', 'start', { probe: null })
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    expect(fixed('G28\nG29', finding)).toBe('G28\nM420 S1')
  })

  it('reports a single point, too', () => {
    expect(found(rule, 'G28\nG30', 'start', { probe: null })).toHaveLength(1)
  })

  it('is content with a probe, and with a saved mesh that is only loaded', () => {
    expect(found(rule, 'G28\nG29')).toEqual([])
    expect(found(rule, 'G28\nM420 S1', 'start', { probe: null })).toEqual([])
  })
})
