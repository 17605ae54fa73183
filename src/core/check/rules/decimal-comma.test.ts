import { describe, expect, it } from 'vitest'
import { fixed, found } from '../../testing/stage.ts'

const rule = 'decimal-comma'

describe(rule, () => {
  it('reports a comma in a number and puts a point there', () => {
    const text = 'G1 Z0,3 F3000'
    expect(fixed(text, found(rule, text)[0])).toBe('G1 Z0.3 F3000')
  })

  it('leaves points and comments alone', () => expect(found(rule, 'G1 Z0.3 ; 0,3 mm')).toEqual([]))
})
