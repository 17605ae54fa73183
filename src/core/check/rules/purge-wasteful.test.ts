import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'purge-wasteful'

describe(rule, () => {
  it('reports 100 mm: 240.5 mm³, 0.3 g, at 20 a kg 0.6 ct', () => {
    const [finding] = found(rule, 'G28\nM83\nM109 S200\nG1 E100 F200')
    expect(finding).toMatchObject({ line: 4, severity: 'advice' })
    expect(finding?.message).toContain('0.3 g')
  })

  it('is content with 70 mm, 168 mm³', () => {
    expect(found(rule, 'G28\nM83\nM109 S200\nG1 E70 F200')).toEqual([])
  })
})
