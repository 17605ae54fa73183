import { describe, expect, it } from 'vitest'
import { printer as bench, fixed, found } from '../../testing/stage.ts'

const rule = 'mix-not-kept'

const printer = {
  tools: [{ ...bench.tools[0], mixingInputs: 2 }] as (typeof bench)['tools'],
}

describe(rule, () => {
  it('reports a blend that is begun and not stored, and stores it', () => {
    const text = 'G28\nM163 S0 P0.5\nM163 S1 P0.5\nM109 S200'
    const [finding] = found(rule, text, 'start', printer)
    expect(finding?.line).toBe(3)
    expect(found(rule, fixed(text, finding), 'start', printer)).toEqual([])
  })

  it('reports a blend that is selected and never stored, once another was', () => {
    const stored = 'G28\nM163 S0 P0.5\nM163 S1 P0.5\nM164 S1\n'
    expect(found(rule, `${stored}T2\nM109 S200`, 'start', printer)).toMatchObject([{ line: 5 }])
    expect(found(rule, `${stored}T1\nM109 S200`, 'start', printer)).toEqual([])
  })
})
