import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'unknown-value'

describe(rule, () => {
  it('reports a word that stands for a number', () => {
    expect(found(rule, 'M190 S{warm_bed}\nM104 S[heat]\nG1 X@left').map(({ line }) => line)).toEqual([1, 2, 3])
  })

  it('leaves numbers alone', () => expect(found(rule, 'M190 S60')).toEqual([]))
})
