import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'value-not-now'

describe(rule, () => {
  it('reports a layer in a start script, and a tool that the job does not use', () => {
    const text = 'M117 Layer @layer\nM104 S@(nozzle of T3)\n'
    expect(found(rule, text).map(({ line, message }) => [line, message.split('.')[0]])).toEqual([
      [1, 'There is no “layer” at this moment: the layer that comes now'],
      [2, 'This job does not use tool T3'],
    ])
  })

  it('is content with a layer at a layer change', () => {
    expect(found(rule, 'M117 Layer @layer', 'layer-change')).toEqual([])
  })
})
