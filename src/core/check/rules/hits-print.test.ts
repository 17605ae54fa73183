import { describe, expect, it } from 'vitest'
import { found, round } from '../../testing/stage.ts'

const rule = 'hits-print'

/** A printer that homes to a position, in mm. */
const homesTo = (x: number, y: number, z: number) => ({
  homing: {
    at: { x, y, z },
    speedMmS: { x: 50, y: 50, z: 10 },
    order: null,
    bumpMm: { x: 0, y: 0, z: 0 },
    bumpShare: 0.5,
  },
})

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
    const [finding] = found(rule, 'G91\nG1 Z5 F600\nG90\nG28', 'end', homesTo(100, 100, 5))
    expect(finding).toMatchObject({ line: 4, severity: 'error' })
    expect(finding?.message).toContain('Homing Z brings the nozzle down to the bed')
  })

  it('is content with a lift first, and with a way that goes down beside the print', () => {
    expect(found(rule, 'G91\nG1 Z5 F600\nG90\nG1 X0 Y0 F6000', 'end')).toEqual([])
    expect(found(rule, 'G91\nG1 Z5 F600\nG90\nG1 X150 Y150 F6000\nG1 Z2 F600', 'end')).toEqual([])
  })

  it('takes a move that rises while it leaves as a lift, unless it drags over the print for more than 5 mm', () => {
    // From X 110 to X 90 it is above the print, 20 mm. At 20 + 0.1 mm it is clear of the print's top.
    // Rising 0.41 mm over the 20 mm, it drags over 0.1 / 0.41 × 20 = 4.9 mm; rising 0.39 mm, over 5.1 mm.
    expect(found(rule, 'G91\nG1 X-20 Z0.41 F6000', 'end')).toEqual([])
    expect(found(rule, 'G91\nG1 X-20 Z0.39 F6000', 'end')).toHaveLength(1)
    // From the back right corner to the left back, it leaves the area at once.
    expect(found(rule, 'G1 X5 Y195 Z30 F6000', 'end')).toEqual([])
  })

  it('judges a move that goes down by its height above the print alone', () => {
    // From X 110 at 30 mm down to 10 mm at X 10: the print ends at X 90, where the head is at 30 − 20 × 20 / 100 = 26 mm.
    expect(found(rule, 'G1 Z30 F600\nG1 X10 Z10 F6000', 'end')).toEqual([])
    // Down to 10 mm at X 80: at X 90 it is at 30 − 20 × 20 / 30 = 16.7 mm, in the print of 20 mm.
    expect(found(rule, 'G1 Z30 F600\nG1 X80 Z10 F6000', 'end')).toMatchObject([{ line: 2, severity: 'error' }])
  })

  it('reports the crash by homing rather than the drag before it', () => {
    expect(found(rule, 'G1 X100 F6000\nG28', 'end', homesTo(100, 100, 5))).toMatchObject([
      { line: 2, severity: 'error' },
    ])
  })

  it('never reports homing on a machine that homes upwards', () => {
    expect(found(rule, 'G28', 'end', homesTo(0, 0, 180))).toEqual([])
  })

  it('does not speak of a start script, before which nothing is printed', () => {
    expect(round('G28\nG1 X100 Y100 Z0.3 F3000').findings.map(finding => finding.rule)).not.toContain(rule)
  })
})
