// Passages that were made, refrains, the material's own heats, what is mended: what becomes of them on another printer.
import { describe, expect, it } from 'vitest'
import { carried, named, plan, textOf } from '../testing/carrying.ts'

describe('what was made, kept once, or is the material’s', () => {
  const before = ['G90', 'M83', 'G28', 'G29', 'M109 S205']

  it('makes a purge line again: the usual ones as usual there, shorter where it has to be', () => {
    // 4 mm in from the left, from 20 mm on; 150 mm do not fit on 120, 0.9⁴ of it is 98.4 and 20 + 98 is still too far, 0.9⁵ is 88.
    const marker =
      ';@ purge-line edge=left strokes=1 inset=4 from=20 length=150 starts=near measure=bead bead=0.3 height=0.3 end=0.3 speed=17 back=0 lift=2'
    const maker = [
      marker,
      'G92 E0',
      'G1 Z2.3 F600',
      'G1 X4 Y20 F6000',
      'G1 Z0.3 F600',
      'G1 Y170 E18.709 F1020',
      'G92 E0',
      'G1 Z2.3 F600',
      'G1 Y160 F6000',
      ';@ end purge-line',
    ]
    const made = plan(named('Dunlin'), named('Sanderling'), [...before, ...maker], 'start')
    const marks = textOf(made).filter(line => line.startsWith(';@'))
    expect(marks).toHaveLength(2)
    // What was usual there for a bed of 210 mm is usual here for one of 120: (120 − 40) rounded down to tens.
    expect(marks[0]).toContain('length=80')
    // 0.3 mm² · 80 mm / 2.405 mm² = 9.978 mm of filament.
    expect(textOf(made)).toContain('G1 Y100 E9.978 F1020')
    expect(made.after.findings.filter(({ severity }) => severity === 'error')).toEqual([])
  })

  it('leaves a refrain attached where its lines stay, and detaches it where they differ', () => {
    const refrain = [';& off the print', 'G91', 'G1 Z5 F600', 'G90', ';& end off the print']
    expect(textOf(plan(named('Dunlin'), named('Oystercatcher'), refrain))).toEqual(refrain)
    // Z goes 8 mm/s at most.
    expect(textOf(plan(named('Dunlin'), named('Turnstone'), refrain))).toEqual(['G91', 'G1 Z5 F480', 'G90'])
  })

  it('writes temperatures as values where they are the material’s and that is wanted', () => {
    const text = 'M140 S60\nM104 S160\nG28\nM420 S1\nM190 S60\nM109 S205\n'
    const made = carried(text, named('Turnstone'), named('Dunlin'), 'start', { heatsAsValues: true })
    expect(made.text).toBe('M140 S@bed\nM104 S@ooze_safe\nG28\nM420 S1\nM190 S@bed\nM109 S@nozzle\n')
  })

  it('probes without ooze where the nozzle is the probe: with a nozzle of 205 °C it would measure drops', () => {
    const made = plan(
      named('Dunlin'),
      named('Sanderling'),
      ['M190 S60', 'M109 S205', 'G28', 'G29', 'G1 X20 Y2 F3000'],
      'start',
    )
    expect(textOf(made)).toEqual(['M190 S60', 'M109 S160', 'G28', 'G29', 'M109 S205', 'G1 X20 Y2 F3000'])
    expect(made.changes.map(({ line, kind }) => [line, kind])).toEqual([
      [1, 'same'],
      [2, 'changed'],
      [3, 'same'],
      [4, 'same'],
      [null, 'added'],
      [5, 'same'],
    ])
  })

  it('says of limits what the printer holds them to, and only of axes that its firmware has', () => {
    const whyOf = (line: string) => plan(named('Dunlin'), named('Curlew'), [line]).changes[0]
    // 500 mm/s² is less than the 5000 of Curlew; of Z and the extruder its firmware takes no limit.
    expect(whyOf('M201 X500 Y500 Z100 E5000')).toMatchObject({
      became: ['SET_VELOCITY_LIMIT ACCEL=500'],
      why: 'Written as the host firmware of Curlew expects it.',
    })
    expect(whyOf('M201 X90000 Y90000')?.why).toBe('Curlew takes no more.')
  })

  it('mends within what a call was written out to, where the line belongs', () => {
    const macros = `[gcode_macro LINE]
gcode:
  SAVE_GCODE_STATE NAME=line
  M83
  G1 X10 Y4 Z0.3 F6000
  G1 X110 E8 F1200
  RESTORE_GCODE_STATE NAME=line
`
    const host = { ...named('Curlew'), configFiles: [], macros }
    const script = ['M109 S205', 'G28', 'BED_MESH_PROFILE LOAD=default', 'LINE', 'G1 Z5 F600']
    const made = plan(host, named('Dunlin'), script, 'start')
    // A host brings its counter back with what was put by; a board has counted the 8 mm.
    expect(textOf(made).slice(-6)).toEqual([
      'M83',
      'G1 X10 Y4 Z0.3 F6000',
      'G1 X110 E8 F1200',
      'G92 E0',
      'M82',
      'G1 Z5 F600',
    ])
    expect(made.changes.filter(({ line }) => line === null)).toEqual([])
    expect(made.newFindings.filter(({ severity }) => severity === 'error')).toEqual([])
  })

  it('keeps the heats values that a call was given as values', () => {
    const macros = `[gcode_macro WARM]
gcode:
  {% for each in range(1) %}
  M140 S{params.BED}
  {% endfor %}
  M190 S{params.BED}
  M109 S{params.HOT}
`
    const host = { ...named('Curlew'), configFiles: [], macros }
    const warm = (call: string) => textOf(plan(host, named('Dunlin'), [call], 'start'))
    expect(warm('WARM BED=@bed HOT=@nozzle')).toEqual(['M140 S@bed', 'M190 S@bed', 'M109 S@nozzle'])
    // What was typed as a number stays one, though it is the material’s.
    expect(warm('WARM BED=@bed HOT=205')).toEqual(['M140 S@bed', 'M190 S@bed', 'M109 S205'])
  })

  it('leaves what the person does not want', () => {
    const made = carried('M420 S0\nM106 S51\n', named('Dunlin'), named('Avocet'), 'end', { refused: ['1'] })
    expect(made.text).toBe('M420 S0\nM106 S0.2\n')
  })
})
