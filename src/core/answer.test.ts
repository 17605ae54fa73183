import { describe, expect, it } from 'vitest'
import { rehearsalAnswer } from './answer.ts'
import { round } from './testing/stage.ts'

const answer = (text: string) => rehearsalAnswer(round(text))

describe('the answer to other programs', () => {
  it('adds its durations up to the total', () => {
    const { duration } = answer('M104 S200\nM190 S60\nM109 S200\nG28\nG29\nG4 S3\nG1 X50 F3000\n')
    const { total_s, heating_s, moving_s, homing_s, probing_s, waiting_s } = duration
    expect(heating_s + moving_s + homing_s + probing_s + waiting_s).toBeCloseTo(total_s, 9)
    expect([homing_s, probing_s, waiting_s]).toEqual([14, 18, 3])
    expect(heating_s).toBeCloseTo(120, 6)
  })

  it('gives null where nothing is known', () => {
    const { bounds, end } = answer('M82')
    expect(bounds).toEqual({ x: null, y: null, z: null })
    expect(end.position).toEqual({ x: null, y: null, z: null, e: 0 })
    expect(end.chamber_target).toBeNull()
  })

  it('gives positions as the machine shows them after G92', () => {
    expect(answer('G28\nG1 X50 Y20 F3000\nG92 X0 E7').end.position).toEqual({ x: 0, y: 20, z: 10, e: 7 })
  })

  it('gives the state at the end in the contract’s words', () => {
    expect(answer('G28\nM420 S1\nG91\nM83\nG20\nM106 S51\nM104 S200\nM140 S60').end).toMatchObject({
      tool: 0,
      nozzle_targets: [200],
      bed_target: 60,
      fan: 0.2,
      motors_on: true,
      positioning: 'relative',
      extrusion: 'relative',
      units: 'inch',
      homed: ['x', 'y', 'z'],
      levelling: 'on',
    })
  })

  it('lists passages and findings with the contract’s fields only', () => {
    const { passages, findings } = answer('G28\n;G29\n')
    expect(passages).toEqual([
      { kind: 'home', first_line: 1, last_line: 1, enabled: true },
      { kind: 'probe', first_line: 2, last_line: 2, enabled: false },
    ])
    expect(Object.keys(findings[0] ?? {})).toEqual(['rule', 'severity', 'line', 'message', 'fix'])
  })
})
