import { describe, expect, it } from 'vitest'
import { found, round } from '../../testing/stage.ts'

const rule = 'hits-print'

describe(rule, () => {
  it('reports moving aside on the last layer, without a lift', () => {
    // The test job stands at 90 to 110 mm, 20 mm high; the print ends at its back right corner.
    expect(found(rule, 'G1 X0 Y0 F6000', 'end')).toMatchObject([{ line: 1, severity: 'warning' }])
  })

  it('takes 1 mm across as no move, from the back right corner at X 110', () => {
    expect(found(rule, 'G1 X109 F6000', 'end')).toEqual([])
    expect(found(rule, 'G1 X108.9 F6000', 'end')).toHaveLength(1)
  })

  it('reports homing in height through the print as an error', () => {
    const over = {
      homing: {
        at: { x: 100, y: 100, z: 5 },
        speedMmS: { x: 50, y: 50, z: 10 },
        order: null,
        bumpMm: { x: 0, y: 0, z: 0 },
        bumpShare: 0.5,
      },
    }
    const [finding] = found(rule, 'G91\nG1 Z5 F600\nG90\nG28', 'end', over)
    expect(finding).toMatchObject({ line: 4, severity: 'error' })
    expect(finding?.message).toContain('Homing Z brings the nozzle down to the bed')
  })

  it('is content with a lift first, and with a way that goes down beside the print', () => {
    expect(found(rule, 'G91\nG1 Z5 F600\nG90\nG1 X0 Y0 F6000', 'end')).toEqual([])
    expect(found(rule, 'G91\nG1 Z5 F600\nG90\nG1 X150 Y150 F6000\nG1 Z2 F600', 'end')).toEqual([])
  })

  it('does not speak of a start script, before which nothing is printed', () => {
    expect(round('G28\nG1 X100 Y100 Z0.3 F3000').findings.map(finding => finding.rule)).not.toContain(rule)
  })
})
