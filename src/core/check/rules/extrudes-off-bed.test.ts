import { describe, expect, it } from 'vitest'
import { found, printer } from '../../testing/stage.ts'

const rule = 'extrudes-off-bed'

describe(rule, () => {
  const wide = { reach: { ...printer.reach, x: [-30, 200] as [number, number] } }
  const line = (x: number, z = 0.3) => `G28\nM83\nG1 X${x} Y20 Z${z} F3000\nG1 Y120 E12 F1200`

  it('reports a line 3 mm beside the bed', () => {
    const [finding] = found(rule, line(-3), 'start', wide)
    expect(finding).toMatchObject({ line: 4, severity: 'warning' })
    expect(finding?.message).toContain('3 mm beside the bed')
  })

  it('is content on the bed, on its edge, and over a bucket', () => {
    expect(found(rule, line(0), 'start', wide)).toEqual([])
    expect(
      found(rule, line(-25), 'start', { ...wide, spots: [{ name: 'bucket', x: -25, y: 20, z: 10 }] }),
    ).toHaveLength(0)
    expect(found(rule, line(-3, 20), 'start', wide)).toEqual([])
  })

  it('knows a round bed: its corner is off it by 100·√2 − 100 = 41 mm', () => {
    const round = { bed: { ...printer.bed, round: true } }
    expect(found(rule, 'G28\nM83\nG1 X0 Y0 Z0.3 F3000\nG1 X50 E5', 'start', round)[0]?.message).toContain('41.4 mm')
  })
})
