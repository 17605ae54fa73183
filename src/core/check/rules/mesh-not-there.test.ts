import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'mesh-not-there'

// The macros of a host that load a mesh by name are tested in check/macros.test.ts.
describe(rule, () => {
  const without = { storedMesh: false }

  it('reports a mesh that was never probed, and probes it first', () => {
    const text = 'G28\nM420 S1\nM109 S200'
    const [finding] = found(rule, text, 'start', without)
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    expect(found(rule, fixed(text, finding), 'start', without)).toEqual([])
  })

  it('is content with a saved mesh, one that was just probed, and with turning levelling off', () => {
    expect(found(rule, 'G28\nM420 S1\nM109 S200')).toEqual([])
    expect(found(rule, 'G28\nG29\nM420 S1\nM109 S200', 'start', without)).toEqual([])
    expect(found(rule, 'G28\nM420 S0\nM109 S200', 'start', without)).toEqual([])
  })
})
