import { describe, expect, it } from 'vitest'
import { fixed, found, round, serious } from '../../testing/stage.ts'

const rule = 'wait-missing'

describe(rule, () => {
  it('reports a nozzle that is started and never waited for, at the line that starts it', () => {
    const text = 'G28\nM104 S200\nM83\nG1 E5 F300\n'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    const mended = fixed(text, finding)
    expect(mended).toBe('G28\nM104 S200\nM83\nM109 S200\nG1 E5 F300\n')
    expect(serious(round(mended))).toEqual(
      serious(round('G28\nM420 S1\nM109 S200\nM83\nG1 E5 F300')).concat(found('levelling-off', mended)),
    )
  })

  it('reports a bed that is still cold when the print begins, and puts the wait at the end', () => {
    const text = 'M140 S60\nG28'
    const [finding] = found(rule, text)
    expect(finding?.message).toContain('The bed starts to heat to 60 °C here')
    expect(fixed(text, finding)).toBe('M140 S60\nG28\nM190 S60')
  })

  it('is content with a wait of any kind, or when enough time has passed anyway', () => {
    expect(found(rule, 'M104 S200\nM109 S200\nM140 S60\nM190 S60')).toEqual([])
    expect(found(rule, 'M104 S200\nG4 S100')).toEqual([])
  })

  it('is content when the heater is turned off again', () => expect(found(rule, 'M104 S200\nM104 S0')).toEqual([]))

  it('says nothing after a print', () => expect(found(rule, 'M104 S200', 'end')).toEqual([]))
})
