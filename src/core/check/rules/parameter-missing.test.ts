import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'parameter-missing'

describe(rule, () => {
  it.each(['G1 X', 'G1 X--3', 'G1 X1e999', 'G1 X1.2.3', 'M109 S', 'M140'])('reports %s at its line', text => {
    expect(found(rule, `G28\n${text}`)[0]).toMatchObject({ line: 2, severity: 'error' })
  })

  it('lets letters stand alone where the command allows it', () => {
    expect(found(rule, 'G28 X Y\nM84 X Y E\nM420 V\nM104 S200\nM109')).toEqual([])
  })

  it('leaves values to be filled in alone', () => expect(found(rule, 'M190 S@bed')).toEqual([]))

  it('reports a key of the host family whose value is no number, and no list, formula or text', () => {
    const host = { firmware: { family: 'host' as const, version: '12.1', abilities: {} } }
    for (const key of ['Z=abc', `Z=${'9'.repeat(310)}`, 'Z=', 'Z=1.2.3'])
      expect(found(rule, `G28\nSET_GCODE_OFFSET ${key}`, 'start', host)).toMatchObject([{ line: 2 }])
    for (const line of ['SET_GCODE_OFFSET Z=-.05 MOVE=1', 'SAVE_GCODE_STATE NAME=a', 'SET_GCODE_OFFSET Z={params.Z}'])
      expect(found(rule, `G28\n${line}`, 'start', host)).toEqual([])
  })

  it('reports a wait for a temperature that was never set', () => {
    expect(found(rule, 'G28\nM190\nM109 T0')).toMatchObject([{ line: 2 }, { line: 3 }])
    expect(found(rule, 'M140 S60\nM190')).toEqual([])
    expect(found(rule, 'M109 S@nozzle')).toEqual([])
  })
})
