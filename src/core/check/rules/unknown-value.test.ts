import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'unknown-value'

describe(rule, () => {
  it('reports a word that stands for a number', () => {
    // A heater's word stands for what the material wants; where nothing tells a place, that is told.
    expect(found(rule, 'M190 S{warm_bed}\nG1 X[wibble]\nG1 X@left').map(({ line }) => line)).toEqual([2, 3])
  })

  it('reports a formula that can’t be worked out, and says why', () => {
    const text = 'G1 X@(print_left +)\nG1 Y@(bed + 3 * first_layer)\n;= step = 3 mm from 5 to 9\n'
    expect(found(rule, text).map(({ line, message }) => [line, message.slice(0, 60)])).toEqual([
      [1, 'The formula “print_left +” is incomplete. This rehearsal lea'],
      [2, '“bed + 3 * first_layer” combines °C and mm. This rehearsal l'],
      [3, 'step is to be from 5 to 9. This rehearsal leaves out the wor'],
    ])
  })

  it('leaves values that we know alone', () => expect(found(rule, 'M190 S@bed\nG1 X@bed_left Y@@')).toEqual([]))

  it('leaves a macro-file board’s own expressions alone, whichever way they begin', () => {
    const board = { firmware: { family: 'macro-file' as const, version: '3.4', abilities: {} } }
    for (const own of ['#move.axes', '{1,2}', 'pow(2,3)', 'asin(0)', '-abs(3)', `#'abc'`, '"a" == "b" ? 1 : 2'])
      expect(found(rule, `G28\nG1 X{${own}} F3000`, 'start', board)).toEqual([])
    expect(found(rule, 'G28\nG1 X{#wibble} F3000', 'start', board)).not.toEqual([])
  })

  it('leaves numbers alone', () => expect(found(rule, 'M190 S60')).toEqual([]))
})
