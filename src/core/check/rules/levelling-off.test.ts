import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'levelling-off'

describe(rule, () => {
  it('reports homing that leaves levelling off, and offers the saved mesh or a new probing', () => {
    const text = 'G28\nG1 X10 F3000\n'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 1, severity: 'error' })
    expect(finding?.fixes.map(({ title }) => title)).toEqual(['Use the saved mesh (M420 S1)', 'Probe the bed (G29)'])
    expect(fixed(text, finding)).toBe('G28\nM420 S1\nG1 X10 F3000\n')
  })

  it('reports homing after probing, whatever axis is homed', () => {
    expect(found(rule, 'G28\nG29\nG28').map(({ line }) => line)).toEqual([3])
    expect(found(rule, 'G28\nG29\nG28 X').map(({ line }) => line)).toEqual([3])
  })

  it('is content when levelling is on, and where the printer has none', () => {
    expect(found(rule, 'G28\nM420 S1')).toEqual([])
    expect(found(rule, 'G28\nG29')).toEqual([])
    expect(found(rule, 'G28', 'start', { probe: null, storedMesh: false })).toEqual([])
  })

  it('reports M420 S0, which turns it off by hand', () => {
    expect(found(rule, 'G28\nM420 S1\nM420 S0')[0]).toMatchObject({ line: 3 })
  })
})
