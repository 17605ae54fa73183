import { describe, expect, it } from 'vitest'
import { twoTools } from '../model/example.ts'
import { rehearseScript } from '../round.ts'
import { job, material, printer, round } from '../testing/stage.ts'
import { readinessOf } from './readiness.ts'

const told = (text: string, moment: 'start' | 'end' | 'pause' = 'start') => {
  return readinessOf(round(text, moment))
    .filter(({ says }) => says !== null)
    .map(({ good, says }) => `${good ? '✓' : '✗'} ${says}`)
}

describe('ready for the print', () => {
  it('says what a print expects and finds', () => {
    expect(told('M82\nM104 S200\nM190 S60\nM109 S200\nG28\nG29\nG1 Z2 F600')).toEqual([
      '✓ homed',
      '✓ nozzle at 200 °C',
      '✓ filament at zero',
      '✓ levelling on',
      '✓ 2 mm up',
    ])
  })

  it('says what is missing', () => {
    expect(told('M82\nM140 S60\nM104 S200\nG91\nG1 E5 F300')).toEqual([
      '✗ not homed',
      '✗ nozzle still heating',
      '✗ bed still heating',
      '✗ levelling off',
      '✗ positions still relative',
    ])
    expect(told('G28\nM420 S1\nM82\nG1 E5 F300')).toContain('✗ filament at 5.0 mm')
    expect(told('G28')[1]).toBe('✗ nozzle cold')
  })

  it('has nothing to say of a filament that is counted from the last move', () => {
    expect(told('M83\nG1 E5 F300').some(each => each.includes('filament'))).toBe(false)
  })
})

describe('left within the print', () => {
  const lacking = (text: string, moment: 'tool-change' | 'layer-change' = 'tool-change') =>
    readinessOf(
      rehearseScript(text, {
        printer: { ...printer, tools: twoTools },
        material,
        job: { ...job, materials: ['Test stuff', 'Test stuff'] },
        moment,
      }),
    ).flatMap(({ name, good, says }) => (good ? [] : [`${name}: ${says}`]))

  it('is right where the next tool is in use and warm, and where the program may take it', () => {
    // What oozed while it warmed is extruded away.
    expect(lacking('T1\nM109 S195\nM83\nG1 E1 F200')).toEqual([])
    expect(lacking('G91\nG1 Z1 F600\nG90')).toEqual([])
  })

  it('says what the print would not expect', () => {
    expect(lacking('T1\nM104 S200\nG91')).toEqual([
      'Nozzle: nozzle still heating',
      'Positions: positions still relative',
    ])
    expect(lacking('T1\nM107', 'layer-change')).toEqual(['Tool: T1 in use', 'Part fan: fan otherwise than before'])
    expect(lacking('T1\nM83\nG1 E-9 F1800')).toEqual(['Filament: filament retracted'])
  })

  it('takes up to one and a half retractions, 1.5 × 5 = 7.5 mm, for the slicer’s own', () => {
    expect(lacking('T1\nM83\nG1 E-7.4 F1800')).toEqual([])
    expect(lacking('T1\nM83\nG1 E-7.6 F1800')).toEqual(['Filament: filament retracted'])
  })
})

describe('left alone after the print', () => {
  it('says when the bed can be touched: from 60 to 40 °C takes 600 · ln(2)/ln(4) = 300 s, 5 min', () => {
    expect(told('M104 S0\nM140 S0\nM107', 'end')).toEqual([
      '✓ nozzle off',
      '✓ bed safe to touch in about 5 min',
      '✓ fan off',
      '✗ head over the print',
    ])
  })

  it('says what stays hot', () => {
    expect(told('M84', 'end')).toEqual([
      '✗ nozzle stays hot',
      '✗ bed stays at 60 °C',
      '✗ fan still on',
      '✗ head over the print',
    ])
  })
})

describe('the whole list', () => {
  const standing = (text: string, name: string, moment: 'start' | 'end' = 'start') =>
    readinessOf(round(text, moment)).find(each => each.name === name)

  it('tells a nozzle that is still climbing: 50 s towards 200 °C are 120.5 °C', () => {
    expect(standing('M104 S200\nG4 S50', 'Nozzle')).toMatchObject({ is: '121 °C, on its way to 200 °C', good: false })
  })

  it('tells filament that is drawn back, whatever the counter says', () => {
    expect(standing('M82\nG1 E-3 F1800\nG92 E0', 'Filament')).toMatchObject({ is: '3.0 mm back', good: false })
    expect(standing('M82\nG1 E-3 F1800\nG92 E0', 'Filament counter')).toMatchObject({ is: 'zero', good: true })
  })

  it('tells overrides, limits, units and a shifted origin', () => {
    const text = 'G28\nM220 S80\nM211 S0\nG20\nG92 X5'
    const bad = readinessOf(round(text)).filter(({ good }) => !good)
    expect(bad.map(({ name }) => name)).toEqual(
      expect.arrayContaining(['Speed and flow', 'Soft limits', 'Lengths', 'Origin']),
    )
  })

  it('tells how high a lift goes: 20 mm of print and 5 more leave 175 of 200', () => {
    expect(standing('G91\nG1 Z5 F600\nG90\nG1 X0 Y200 F6000', 'Lift', 'end')).toMatchObject({
      is: '5 mm over the print, 175 mm under the top',
      good: true,
    })
    expect(standing('G91\nG1 Z5 F600\nG90\nG1 X0 Y200 F6000', 'Head', 'end')).toMatchObject({ good: true })
    expect(standing('G91\nG1 Z5 F600', 'Head', 'end')).toMatchObject({ good: false })
  })
})

it('has no list for other moments', () => expect(told('G28', 'pause')).toEqual([]))
