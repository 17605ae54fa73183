import { describe, expect, it } from 'vitest'
import { round } from '../testing/stage.ts'
import { readinessOf } from './readiness.ts'

const told = (text: string, moment: 'start' | 'end' | 'pause' = 'start') => {
  const { trace, stage } = round(text, moment)
  return readinessOf(trace, stage).map(({ good, says }) => `${good ? '✓' : '✗'} ${says}`)
}

describe('ready for the print', () => {
  it('says what a print expects and finds', () => {
    expect(told('M82\nM104 S200\nM190 S60\nM109 S200\nG28\nG29\nG1 Z2 F600')).toEqual([
      '✓ zero found',
      '✓ nozzle at 200 °C',
      '✓ filament at zero',
      '✓ levelling on',
      '✓ 2 mm up',
    ])
  })

  it('says what is missing', () => {
    expect(told('M82\nM140 S60\nM104 S200\nG91\nG1 E5 F300')).toEqual([
      '✗ zero not found',
      '✗ nozzle still heating',
      '✗ bed still heating',
      '✗ levelling off',
      '✗ places still relative',
    ])
    expect(told('G28\nM420 S1\nM82\nG1 E5 F300')).toContain('✗ filament at 5.0 mm')
    expect(told('G28')[1]).toBe('✗ nozzle cold')
  })

  it('has nothing to say of a filament that is counted from the last move', () => {
    expect(told('M83\nG1 E5 F300').some(each => each.includes('filament'))).toBe(false)
  })
})

describe('left alone after the print', () => {
  it('says when the bed can be touched: from 60 to 40 °C takes 600 · ln(2)/ln(4) = 300 s, 5 min', () => {
    expect(told('M104 S0\nM140 S0\nM107', 'end')).toEqual([
      '✓ nozzle off',
      '✓ bed safe to touch in about 5 min',
      '✓ fan off',
    ])
  })

  it('says what stays hot', () => {
    expect(told('M84', 'end')).toEqual(['✗ nozzle stays hot', '✗ bed stays at 60 °C', '✗ fan still on'])
  })
})

it('has no list for other moments', () => expect(told('G28', 'pause')).toEqual([]))
