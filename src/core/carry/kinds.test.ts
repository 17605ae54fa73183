// What becomes of each kind of line between firmware families: worked out from what the machines take, a pair of texts each.
import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { Printer } from '../model/printer.ts'
import { named, plan, textOf } from '../testing/carrying.ts'

type Kind = [title: string, from: string, to: string, lines: string[], becomes: string[]]

/** At the end of a print: hot, homed, the head over the print's back right corner, so that nothing is added. */
const atTheEnd: Kind[] = [
  ['a fan’s share of 255 is one of 1', 'Dunlin', 'Avocet', ['M106 S51'], ['M106 S0.2']],
  ['a fan’s share of 1 is one of 255', 'Avocet', 'Dunlin', ['M106 S0.2'], ['M106 S51']],
  ['a fan of another number is the machine’s own', 'Dunlin', 'Turnstone', ['M106 P2 S255', 'M107'], ['M107']],
  ['seconds are milliseconds', 'Avocet', 'Curlew', ['G4 S5', 'G4 P250'], ['G4 P5000', 'G4 P250']],
  ['levelling off', 'Dunlin', 'Curlew', ['M420 S0'], ['BED_MESH_CLEAR']],
  ['levelling off, back', 'Curlew', 'Avocet', ['BED_MESH_CLEAR'], ['G29 S2']],
  ['a fade height is lost where there is none', 'Dunlin', 'Avocet', ['M420 S1 Z10'], ['G29 S1']],
  ['pressure advance', 'Dunlin', 'Avocet', ['M900 K0.05'], ['M572 D0 S0.05']],
  ['pressure advance of a tool', 'Avocet', 'Dunlin', ['M572 D0 S0.04'], ['M900 K0.04']],
  [
    'some motors are let go one by one',
    'Dunlin',
    'Curlew',
    ['M84 X Y E'],
    [
      'SET_STEPPER_ENABLE STEPPER=stepper_x ENABLE=0',
      'SET_STEPPER_ENABLE STEPPER=stepper_y ENABLE=0',
      'SET_STEPPER_ENABLE STEPPER=extruder ENABLE=0',
    ],
  ],
  ['all heaters off, one by one', 'Curlew', 'Dunlin', ['TURN_OFF_HEATERS', 'M107'], ['M104 S0', 'M140 S0', 'M107']],
  [
    'all heaters of several tools',
    'Curlew',
    'Oystercatcher',
    ['TURN_OFF_HEATERS ; all of them'],
    ['M104 T0 S0 ; all of them', 'M104 T1 S0', 'M140 S0'],
  ],
  ['no chamber', 'Curlew', 'Dunlin', ['SET_HEATER_TEMPERATURE HEATER=chamber TARGET=0', 'M140 S0'], ['M140 S0']],
  [
    'the bed by its heater’s name',
    'Curlew',
    'Dunlin',
    ['SET_HEATER_TEMPERATURE HEATER=heater_bed TARGET=40'],
    ['M140 S40'],
  ],
  ['a message in quotes', 'Curlew', 'Avocet', ['SET_DISPLAY_TEXT MSG="Thank you"'], ['M117 "Thank you"']],
  ['a message out of quotes', 'Avocet', 'Dunlin', ['M117 "Thank you"'], ['M117 Thank you']],
  ['a message cut at a word', 'Avocet', 'Dunlin', ['M117 "Take the print off the bed"'], ['M117 Take the print off']],
  [
    'firmware retraction is set to the tool’s own',
    'Dunlin',
    'Curlew',
    ['M207 S4 F2100', 'G10'],
    ['SET_RETRACTION RETRACT_LENGTH=0.6 RETRACT_SPEED=35', 'G10'],
  ],
  ['changing filament where nothing does it', 'Dunlin', 'Curlew', ['M600'], ['PAUSE']],
  ['a stop for the person is no end of the print', 'Dunlin', 'Avocet', ['M0'], ['M226']],
  ['the end of the job has no like', 'Avocet', 'Dunlin', ['M104 S0', 'M140 S0', 'M2'], ['M104 S0', 'M140 S0']],
  ['soft limits that can’t be turned off', 'Dunlin', 'Curlew', ['M211 S0', 'G1 X10 F3000'], ['G1 X10 F3000']],
  ['soft limits by another name', 'Dunlin', 'Avocet', ['M211 S0'], ['M564 S0']],
  [
    'tuning stays where it is',
    'Dunlin',
    'Turnstone',
    ['M301 P20 I1 D80', 'M92 E93', 'M206 Z0.1', 'M500', 'M107'],
    ['M107'],
  ],
  ['a check of the machine stays where it is', 'Dunlin', 'Turnstone', ['M862.3 P1', 'M107'], ['M107']],
  ['what is too new is left out', 'Dunlin', 'Turnstone', ['M593 X F40', 'M107'], ['M107']],
  ['speeds of the axes', 'Avocet', 'Dunlin', ['M203 X6000 Y6000'], ['M203 X100 Y100']],
  [
    'accelerations under what it takes',
    'Dunlin',
    'Turnstone',
    ['M204 P2000 T2000', 'M201 X3000'],
    ['M204 P1200 T1200', 'M201 X1500'],
  ],
  ['under the top by as much', 'Dunlin', 'Sanderling', ['G90', 'G1 Z235 F600'], ['G90', 'G1 Z125 F600']],
  ['no further than the head reaches', 'Dunlin', 'Turnstone', ['G90', 'G1 X-4 F3000'], ['G90', 'G1 X-2 F3000']],
  [
    'relative moves as they are',
    'Dunlin',
    'Curlew',
    ['G91', 'G1 X-20 Y5 F3000', 'G90'],
    ['G91', 'G1 X-20 Y5 F3000', 'G90'],
  ],
  [
    // G91 counts filament from here on boards, and on a host it does not.
    'filament as it was counted',
    'Dunlin',
    'Curlew',
    ['M82', 'G91', 'G1 E-2 F1800', 'G1 Z5 F600', 'G90'],
    ['M82', 'G91', 'M83', 'G1 E-0.3 F1800', 'G1 Z5 F600', 'G90'],
  ],
  [
    // 0.3 of 0.6 mm is half of a retraction, and 2 of 4 mm. On a board G90 counts filament from zero, so it is said again.
    'filament as it was counted, back',
    'Curlew',
    'Dunlin',
    ['M83', 'G90', 'G1 E-0.3 F1800', 'G1 X5 F3000'],
    ['M83', 'G90', 'M83', 'G1 E-2 F1800', 'G1 X5 F3000'],
  ],
  [
    'a saved state is written out',
    'Curlew',
    'Dunlin',
    ['SAVE_GCODE_STATE NAME=a', 'G91', 'G1 Z5 F600', 'RESTORE_GCODE_STATE NAME=a'],
    ['G91', 'G1 Z5 F600', 'G90'],
  ],
  [
    'conditions are decided for the job: the bed is at 55 °C',
    'Avocet',
    'Dunlin',
    ['if heat.heaters[0].current > 40', '  M140 S40 ; slowly', 'else', '  M140 S0', 'M107'],
    ['M140 S40', 'M107'],
  ],
  [
    'a loop is unrolled',
    'Avocet',
    'Dunlin',
    ['G91', 'while iterations < 2', '  G1 X5 F3000', 'G90'],
    ['G91', 'G1 X5 F3000', 'G1 X5 F3000', 'G90'],
  ],
  [
    'what is worked out is a number',
    'Avocet',
    'Dunlin',
    ['var up = 4', 'G91', 'G1 Z{var.up + 1} F600', 'G90'],
    ['G91', 'G1 Z5 F600', 'G90'],
  ],
  ['several commands on a line', 'Avocet', 'Dunlin', ['G91 G1 Z5 F600 ; up', 'G90'], ['G91 ; up', 'G1 Z5 F600', 'G90']],
  [
    'a tool that is not there',
    'Avocet',
    'Dunlin',
    ['M104 T1 S0', 'M104 T0 S0', 'T1', 'G1 E-1 F1800', 'T0', 'G1 X5 F3000'],
    ['M104 S0', 'G1 X5 F3000'],
  ],
  ['a tool by another name', 'Oystercatcher', 'Avocet', ['T1', 'M104 T0 S0'], ['T1', 'M104 T0 S0']],
  ['no tool in use', 'Avocet', 'Dunlin', ['T-1', 'M84'], ['M84']],
  [
    'placeholders of another program',
    'Dunlin',
    'Curlew',
    ['M104 S{end_heat}', 'M140 S[bed_heat]'],
    ['M104 S{end_heat}', 'M140 S[bed_heat]'],
  ],
  [
    'values and guards',
    'Dunlin',
    'Curlew',
    [';= lift = 5 mm   up', ';? when bed > 80', 'G4 S@(soak * 60)', ';? end', 'M104 S@ooze_safe'],
    [';= lift = 5 mm   up', ';? when bed > 80', 'G4 P@(soak * 60000)', ';? end', 'M104 S@ooze_safe'],
  ],
  [
    'comments, blanks and marks',
    'Dunlin',
    'Turnstone',
    ['; --- off ---', ';! the fan needs it', 'M107 ; fan'],
    ['; --- off ---', ';! the fan needs it', 'M107 ; fan'],
  ],
  [
    // From 10, 10 to 30, 10 by a radius of 10 the centre is 20, 10: 10 along X. On a bed of the same size nothing else changes.
    'arcs by their centre',
    'Dunlin',
    'Curlew',
    ['G90', 'G1 X10 Y10 F3000', 'G2 X30 Y10 R10'],
    ['G90', 'G1 X10 Y10 F3000', 'G2 X30 Y10 I10 J0'],
  ],
  ['places of the machine’s own', 'Avocet', 'Curlew', ['G90', 'G53 G1 X10 Y10 F3000'], ['G90', 'G1 X10 Y10 F3000']],
  ['paste needs no heat', 'Dunlin', 'Shelduck', ['M104 S0', 'M140 S0', 'M84'], ['M140 S0', 'M84']],
  ['a head by its carriage', 'Avocet', 'Shelduck', ['T1'], ['M6 T12']],
]

describe('kinds of lines', () => {
  it.each(atTheEnd)('%s (%s → %s)', (_, from, to, lines, becomes) => {
    expect(textOf(plan(named(from), named(to), lines))).toEqual(becomes)
  })

  it.each<Kind>([
    [
      // None of five tools is in use when it is switched on: heat names the tool, which is taken when the axes are homed.
      'a tool is taken where none is',
      'Dunlin',
      'Avocet',
      ['M104 S150', 'G28', 'G29', 'M109 S205'],
      ['M104 T0 S150', 'G28', 'T0', 'G32', 'G28 Z', 'G29 S0', 'M109 S205'],
    ],
    [
      // Homing turns the mesh off on boards, and not on a host.
      'levelling stays on after homing',
      'Curlew',
      'Dunlin',
      ['G28', 'BED_MESH_PROFILE LOAD=default', 'G28 Z', 'M109 S205'],
      ['G28', 'M420 S1', 'G28 Z', 'M420 S1', 'M109 S205'],
    ],
    [
      // Z homes with the probe, over the bed’s middle, for which X and Y must be known.
      'X and Y before a Z that is probed',
      'Turnstone',
      'Dunlin',
      ['G28 Z', 'G28 X Y', 'M420 S1'],
      ['G28', 'G28 X Y', 'M420 S1'],
    ],
    [
      // 1 in is 25.4 mm; there are no inches on a host. Nothing prints, so nothing is added.
      'inches',
      'Dunlin',
      'Curlew',
      ['G20', 'G90', 'G28', 'G1 X1 Y1 Z0.4 F100'],
      ['G21', 'G90', 'G28', 'G1 X25.4 Y25.4 Z10.16 F2540'],
    ],
    [
      // What of a script that would use a mesh where a bed has none and is not probed.
      'a kept mesh where none is kept',
      'Dunlin',
      'Sanderling',
      ['G28', 'M420 S1', 'M109 S205'],
      ['G28', 'G29', 'M109 S205'],
    ],
    [
      'levelling where it was forgotten',
      'Turnstone',
      'Dunlin',
      ['M104 S205', 'G28', 'M109 S205'],
      ['M104 S205', 'G28', 'M420 S1', 'M109 S205'],
    ],
  ])('%s (%s → %s, before a print)', (_, from, to, lines, becomes) => {
    expect(textOf(plan(named(from), named(to), lines, 'start'))).toEqual(becomes)
  })
})

describe('what only a person knows', () => {
  it('asks how hot it is to be where the heater takes less, and takes the most', () => {
    const made = plan(named('Curlew'), named('Dunlin'), ['M109 S290'])
    expect(textOf(made)).toEqual(['M109 S260'])
    expect(made.changes[0]).toMatchObject({ line: 1, kind: 'asks' })
    expect(made.open).toMatchObject([{ key: 'heat:nozzle:290', proposed: '260' }])
    expect(textOf(plan(named('Curlew'), named('Dunlin'), ['M109 S290'], 'end', { 'heat:nozzle:290': '240' }))).toEqual([
      'M109 S240',
    ])
  })

  it('asks where a bucket is, and leaves out what is done there', () => {
    const lines = ['G90', 'G1 X-20 Y30 F9000', 'M83', 'G1 E10 F180', 'G1 X125 Y120 F9000']
    // 230 × 210: the middle of 250 × 240 is 115, 105.
    expect(textOf(plan(named('Phalarope'), named('Dunlin'), lines))).toEqual(['G90', 'M83', 'G1 X115 Y105 F9000'])
    expect(textOf(plan(named('Phalarope'), named('Dunlin'), lines, 'end', { 'spot:bucket': '2, 200' }))).toEqual([
      'G90',
      'G1 X2 Y200 F9000',
      'M83',
      'G1 E10 F180',
      'G1 X115 Y105 F9000',
    ])
  })

  it('asks which mesh a name is', () => {
    const made = (answers = {}) =>
      textOf(plan(named('Curlew'), named('Dunlin'), ['BED_MESH_PROFILE LOAD=hot'], 'end', answers))
    expect(made()).toEqual(['M420 S1'])
    expect(made({ 'mesh:hot': '3' })).toEqual(['M420 S1 L3'])
  })

  it.each([
    [{ 'heat:nozzle:290': '400' }, 'heat:nozzle:290 is a number from 0 to 260, not “400”.'],
    [{ 'heat:nozzle:290': 'hot' }, 'heat:nozzle:290 is a number from 0 to 260, not “hot”.'],
    [{ mood: 'good' }, 'There is no question “mood”; there are heat:nozzle:290.'],
  ])('refuses an answer that can’t be: %j', (answers, why) => {
    expect(() => plan(named('Curlew'), named('Dunlin'), ['M109 S290'], 'end', answers)).toThrow(why)
  })
})

describe('bad input', () => {
  it('refuses a printer with itself', () => {
    expect(() => plan(named('Dunlin'), named('Dunlin'), ['G28'])).toThrow('It already is a script of Dunlin.')
  })

  it('carries what can’t be read, and what is wrong already, and tells it', () => {
    const made = plan(named('Dunlin'), named('Turnstone'), ['G1 X500 F3000', '%%% ???', ';? when bed > 80', 'M107'])
    expect(textOf(made)[0]).toMatch(/^G1 X/)
    expect(textOf(made).slice(1)).toEqual(['%%% ???', ';? when bed > 80', 'M107'])
    expect(made.before.findings.length).toBeGreaterThan(0)
  })

  it('ends with a text of nothing but unknown commands, and leaves each to be read', () => {
    const made = plan(named('Dunlin'), named('Turnstone'), ['M9001', 'WIPE_IT HARD=1', 'Q3'])
    expect(made.changes.map(({ kind }) => kind).filter(kind => kind === 'refused').length).toBeGreaterThan(0)
    expect(made.text).toContain('; not carried over: M9001')
  })

  it('takes a maker’s own command where it is taught there too', () => {
    const taught = [
      {
        family: 'board' as const,
        name: 'M9001',
        title: 'Lamp',
        parameters: [],
        effect: 'harmless' as const,
        seconds: 0,
      },
    ]
    const with_ = (name: string) => v.parse(Printer, { ...named(name), taught })
    expect(textOf(plan(with_('Dunlin'), with_('Turnstone'), ['M9001 S1']))).toEqual(['M9001 S1'])
    expect(plan(with_('Dunlin'), named('Turnstone'), ['M9001 S1']).changes[0]).toMatchObject({ kind: 'refused' })
  })
})
