import { describe, expect, it } from 'vitest'
import { fixed, found } from '../testing/stage.ts'

const firmware = { family: 'host' as const, version: '12.0', abilities: {} }
const config = '[bed_mesh cool]\nversion: 1\n\n[bed_mesh hot]\nversion: 1\n'

describe('the saved meshes of a host', () => {
  it('are loaded by the names that its config has', () => {
    const text = 'G28\nM109 S200\n'
    const named = found('levelling-missing', text, 'start', { firmware, macros: config })[0]
    expect(fixed(text, named)).toBe('G28\nBED_MESH_PROFILE LOAD=cool\nM109 S200\n')
    // Without a config, the usual name.
    const usual = found('levelling-missing', text, 'start', { firmware })[0]
    expect(fixed(text, usual)).toBe('G28\nBED_MESH_PROFILE LOAD=default\nM109 S200\n')
  })

  it('take the place of one that does not exist: the one in use before, or one of those that exist', () => {
    const once = 'G28\nBED_MESH_PROFILE LOAD=warm\nM109 S200\n'
    const [first] = found('mesh-not-there', once, 'start', { firmware, macros: config })
    expect(first).toMatchObject({ line: 2, severity: 'error' })
    expect(fixed(once, first)).toContain('LOAD=cool')
    const twice = `G28\nBED_MESH_PROFILE LOAD=hot\n${once.slice(4)}`
    expect(fixed(twice, found('mesh-not-there', twice, 'start', { firmware, macros: config })[0])).not.toContain('cool')
  })
})
