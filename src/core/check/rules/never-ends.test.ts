import { describe, expect, it } from 'vitest'
import { found, printer } from '../../testing/stage.ts'

const rule = 'never-ends'

describe(rule, () => {
  it('leaves a wait for more than the nozzle may have to the rule that tells it, which says that it stops', () => {
    expect(found(rule, 'G28\nM109 S600')).toEqual([])
    expect(found('too-hot', 'G28\nM109 S600')[0]).toMatchObject({ line: 2, severity: 'error' })
    expect(found('too-hot', 'G28\nM109 S600')[0]?.message).toContain('stops here')
  })

  it('reports two weeks of standing still, and a way of 10⁹ mm', () => {
    expect(found(rule, 'G4 S2000000')[0]?.message).toContain('two weeks')
    expect(found(rule, 'G28\nG1 X1000000000 F3000')[0]?.message).toContain('two weeks')
  })

  it('reports a host’s wait for a sensor that nothing warms', () => {
    const host = { firmware: { family: 'host', version: '12.0', abilities: {} } } as const
    expect(found(rule, 'TEMPERATURE_WAIT SENSOR=heater_bed MINIMUM=60', 'start', host)).toHaveLength(1)
    expect(found(rule, 'M140 S60\nTEMPERATURE_WAIT SENSOR=heater_bed MINIMUM=60', 'start', host)).toEqual([])
  })

  it('is content with a chamber that the bed warms far enough: a quarter of 80 °C is 20 over the room', () => {
    const chamber = { highestC: 60, secondsTo40: 900, secondsCooling40To30: 900, heated: false, bedShare: 0.25 }
    const over = { heaters: { ...printer.heaters, chamber } }
    expect(found(rule, 'M140 S100\nM191 S35', 'start', over)).toEqual([])
    expect(found(rule, 'M140 S100\nM191 S45', 'start', over)).toHaveLength(1)
  })
})
