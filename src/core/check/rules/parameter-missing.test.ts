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

  it('reports a wait for a temperature that was never set', () => {
    expect(found(rule, 'G28\nM190\nM109 T0')).toMatchObject([{ line: 2 }, { line: 3 }])
    expect(found(rule, 'M140 S60\nM190')).toEqual([])
    expect(found(rule, 'M109 S@nozzle')).toEqual([])
  })
})
