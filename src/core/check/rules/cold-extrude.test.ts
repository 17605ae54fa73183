import { describe, expect, it } from 'vitest'
import { found } from '../../testing/stage.ts'

const rule = 'cold-extrude'

describe(rule, () => {
  it('reports a push through a nozzle that nothing heats', () => {
    const [finding] = found(rule, 'G28\nM83\nG1 E5 F300\nG1 E5')
    expect(finding).toMatchObject({ line: 3, severity: 'error' })
    expect(finding?.message).toContain('at 20 °C')
    expect(finding?.message).toContain('1 later line')
  })

  it('reports a push at the temperature of probing: 150 °C is below 170', () => {
    expect(found(rule, 'M109 S150\nM83\nG1 E5 F300')[0]?.message).toContain('only 150 °C')
  })

  it('is content at 170 °C, and after a print', () => {
    expect(found(rule, 'M109 S170\nM83\nG1 E5 F300')).toEqual([])
    expect(found(rule, 'M83\nG1 E5 F300', 'end')).toEqual([])
  })

  it('warns of retracting cold filament, which boards refuse too', () => {
    expect(found(rule, 'M83\nG1 E-5 F300')).toMatchObject([{ line: 2, severity: 'warning' }])
    expect(found(rule, 'M83\nG1 E-5 F300', 'end')).toEqual([])
  })

  it('reckons with time: started by M104, 200 °C need 100 s', () => {
    expect(found(rule, 'M104 S200\nG4 S50\nM83\nG1 E5 F300')).toHaveLength(1)
    expect(found(rule, 'M104 S200\nG4 S100\nM83\nG1 E5 F300')).toEqual([])
  })
})
