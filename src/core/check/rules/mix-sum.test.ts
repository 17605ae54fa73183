import { describe, expect, it } from 'vitest'
import { printer as bench, found } from '../../testing/stage.ts'

const rule = 'mix-sum'

const printer = {
  tools: [{ ...bench.tools[0], mixingInputs: 2 }] as (typeof bench)['tools'],
}

describe(rule, () => {
  const blend = (a: number, b: number) =>
    found(rule, `G28\nM163 S0 P${a}\nM163 S1 P${b}\nM164 S1\nM109 S200`, 'start', printer)

  it('reports shares that add up to more or less than 1 by over 0.02', () => {
    expect(blend(0.51, 0.52)).toMatchObject([{ line: 4 }])
    expect(blend(0.5, 0.47)[0]?.message).toContain('add up to 0.97')
  })

  it('is content within 0.02: 0.51 + 0.51 = 1.02, 0.49 + 0.49 = 0.98, thirds as 0.33 and 0.67', () => {
    expect([blend(0.51, 0.51), blend(0.49, 0.49), blend(0.33, 0.67)]).toEqual([[], [], []])
  })
})
