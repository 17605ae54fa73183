// An edit changes every branch of a script, each piece of text once, or says why it won't.
import { describe, expect, it } from 'vitest'
import { host } from '../../firmware/host/host.ts'
import { macroFile } from '../../firmware/macro-file/macro-file.ts'
import { job, material, printer } from '../../model/example.ts'
import type { Printer } from '../../model/printer.ts'
import { applyEdits } from '../../model/script.ts'
import { rehearseScript } from '../../round.ts'
import { type EditRequest, planEdit } from './edit.ts'

const on = (family: 'board' | 'host' | 'macro-file', over: Partial<Printer> = {}): Printer => ({
  ...printer,
  firmware: { ...printer.firmware, family },
  ...over,
})

/** The text after an edit of its first passage, or the sentence that refuses it. */
function edited(
  text: string | readonly string[],
  request: Partial<EditRequest> & { do: string },
  machine = on('board'),
  title?: string,
) {
  const whole = typeof text === 'string' ? text : `${text.join('\n')}\n`
  const round = rehearseScript(whole, { printer: machine, job, material, moment: 'start' })
  const passage = title ? round.passages.find(each => each.title === title) : round.passages[0]
  const plan = planEdit(whole, round, { at: passage?.firstLine ?? 1, ...request } as EditRequest)
  return plan.ok ? applyEdits(whole, plan.edits) : plan.why
}
const lines = (text: string) => text.trimEnd().split('\n')

const guarded = (one: string, other: string) => ['G28', ';? when nozzle > 240', one, ';? otherwise', other, ';? end']

describe('units', () => {
  it('are written in every branch of a guard', () => {
    // 101.6 mm are 4 inches, 50.8 mm are 2.
    expect(lines(edited(guarded('G1 X101.6 F6000', 'G1 X50.8 F6000'), { do: 'units', to: 'inch' }))).toEqual([
      'G28',
      ';? when nozzle > 240',
      'G20',
      'G1 X4 F236.220472',
      ';? otherwise',
      'G20',
      'G1 X2 F236.220472',
      ';? end',
    ])
  })

  it('are written in every branch of the firmware’s own conditions', () => {
    const text = ['G28', 'G21', 'if heat.heaters[0].current < 40', '  G1 X101.6 F6000', 'else', '  G1 X50.8 F6000']
    expect(lines(edited(text, { do: 'units', to: 'inch' }, on('macro-file')))).toEqual([
      'G28',
      'G20',
      'if heat.heaters[0].current < 40',
      '  G1 X4 F236.220472',
      'else',
      '  G1 X2 F236.220472',
    ])
  })

  it('are refused where a line counts one way in one branch and another way in the other', () => {
    const text = ['G28', ';? when nozzle > 240', 'G20', ';? end', 'G1 X4 F600']
    expect(edited(text, { do: 'units', to: 'mm' })).toContain('Line 5 would need another number')
  })

  it('are refused where a line never runs', () => {
    const text = ['G28', 'G1 X101.6 F6000', 'while false', '  G1 X50.8']
    expect(lines(edited(text, { do: 'units', to: 'inch' }, on('macro-file')))).toEqual([
      'G28',
      'G20',
      'G1 X4 F236.220472',
      'while false',
      '  G1 X2',
    ])
    expect(edited(['G28', 'G1 X5', 'abort "x"', 'G1 X50'], { do: 'units', to: 'inch' }, on('macro-file'))).toContain(
      'Line 4 never runs',
    )
  })

  it('are refused where a macro of the printer would read them otherwise', () => {
    const macros = '[gcode_macro PURGE]\ngcode:\n  G1 X50 F3000\n'
    const board = on('board')
    expect(edited(['G28', 'G1 X101.6 F6000'], { do: 'units', to: 'inch' }, board)).toContain('G20')
    expect(host.phrases.units('inch')).toBeNull()
    expect(macroFile.phrases.units('inch')).toBe('G20')
    const files = on('macro-file', { macroFiles: [{ name: 'purge.g', text: 'G1 X50 F3000\n' }] })
    expect(edited(['G28', 'G1 X101.6 F6000', 'M98 P"purge.g"'], { do: 'units', to: 'inch' }, files)).toContain(
      'would no longer do the same at line 3',
    )
    expect(edited(['G28', 'G1 X101.6 F6000', 'PURGE'], { do: 'units', to: 'inch' }, on('host', { macros }))).toBe(
      'This firmware has no inches.',
    )
  })
})

describe('filament counting', () => {
  it('is turned in every branch', () => {
    const text = [
      'M82',
      'G28',
      'M109 S200',
      'G92 E0',
      ...guarded('G1 X50 E5 F600', 'G1 X50 E8 F600').slice(1),
      'G92 E0',
    ]
    expect(lines(edited(text, { do: 'count-filament', to: 'relative' }))).toEqual(['M83', ...text.slice(1)])
  })

  it('is refused where what comes after the branches depends on them', () => {
    // E10 is 5 mm more after one branch and 2 mm more after the other.
    const text = ['M82', 'M109 S200', 'G92 E0', ...guarded('G1 X50 E5 F600', 'G1 X50 E8 F600').slice(1), 'G1 X60 E10']
    expect(edited(text, { do: 'count-filament', to: 'relative' })).toContain('Line 9 would need another number')
  })
})

describe('nudging', () => {
  const up = { do: 'nudge', shift: { x: 0, y: 5, z: 0 } } as const
  const purge = (...inner: string[]) => ['; --- warm ---', 'M109 S200', 'G28', '', '; --- purge ---', 'M83', ...inner]

  it('moves both branches, and a line in a loop once', () => {
    const text = purge(
      'G1 X10 Y20 Z0.3 F3000',
      ';? when nozzle > 240',
      'G1 Y120 E12 F1200',
      ';? otherwise',
      'G1 Y100 E10',
      ';? end',
    )
    expect(lines(edited(text, up, undefined, 'purge')).slice(6)).toEqual([
      'G1 X10 Y25 Z0.3 F3000',
      ';? when nozzle > 240',
      'G1 Y125 E12 F1200',
      ';? otherwise',
      'G1 Y105 E10',
      ';? end',
    ])
    const loop = purge('G1 X10 Y20 Z0.3 F3000', 'M808 L3', 'G1 Y120 E12 F1200', 'G1 Y20 E12', 'M808')
    expect(lines(edited(loop, up, undefined, 'purge')).slice(6)).toEqual([
      'G1 X10 Y25 Z0.3 F3000',
      'M808 L3',
      'G1 Y125 E12 F1200',
      'G1 Y25 E12',
      'M808',
    ])
  })

  it('adds to formulas of ours and of the firmware, and to no other program’s', () => {
    const own = purge('G1 X10 Y@print_front Z0.3 F3000', 'G1 Y120 E12')
    expect(edited(own, up, undefined, 'purge')).toContain('Y@(print_front + 5)')
    const file = [
      'M109 S200',
      'G28',
      'var at = 20',
      '; --- purge ---',
      'M83',
      'G1 X10 Y{var.at} Z0.3 F3000',
      'G1 Y120 E12 F1200',
    ]
    expect(edited(file, up, on('macro-file'), 'purge')).toContain('Y{var.at + 5}')
    const foreign = purge('G1 X10 Y[first_y] Z0.3 F3000', 'G1 Y120 E12')
    expect(edited(foreign, up, undefined, 'purge')).toContain('Line 7:')
  })

  it('is refused where the origin is set within, and reckons with one that was set before', () => {
    expect(edited(purge('G1 X10 Y20 Z0.3 F3000', 'G92 Y0', 'G1 Y100 E10'), up, undefined, 'purge')).toContain(
      'Line 8 (G92)',
    )
    // The head stands at Y 20 and calls that 0: Y 100 is the machine's 120, and 105 its 125.
    const before = [
      'M109 S200',
      'G28',
      'G1 X10 Y20 Z0.3 F3000',
      'G92 Y0',
      '',
      '; --- purge ---',
      'M83',
      'G1 Y0 F600',
      'G1 Y100 E10',
    ]
    expect(lines(edited(before, up, undefined, 'purge')).slice(7)).toEqual(['G1 Y5 F600', 'G1 Y105 E10'])
  })

  it('is refused where a macro moves by itself', () => {
    const macros = '[gcode_macro LINE]\ngcode:\n  G1 X10 Y120 F3000\n'
    const text = ['M109 S200', 'G28', '; --- purge ---', 'G1 X10 Y20 Z0.3 F3000', 'LINE', 'G1 X12']
    expect(edited(text, up, on('host', { macros }), 'purge')).toContain('Line 5 calls what moves by itself')
  })

  it('changes the command that it means where several stand on a line', () => {
    const text = ['M109 S200', 'G28', '; --- purge ---', 'M83', 'G1 X10 Y20 Z0.3 F3000 G1 Y120 E12 F1200']
    expect(lines(edited(text, up, on('macro-file'), 'purge')).at(-1)).toBe('G1 X10 Y25 Z0.3 F3000 G1 Y125 E12 F1200')
  })
})

describe('amount and speed', () => {
  const text = [
    'M109 S200',
    'G28',
    '; --- purge ---',
    'M83',
    'G1 X10 Y20 Z0.3 F3000',
    ';? when nozzle > 240',
    'G1 Y120 E12 F1200',
    ';? otherwise',
    'G1 Y100 E10 F900',
    ';? end',
  ]
  it('change in both branches', () => {
    expect(lines(edited(text, { do: 'amount', percent: 50 }, undefined, 'purge')).slice(6)).toEqual([
      'G1 Y120 E6 F1200',
      ';? otherwise',
      'G1 Y100 E5 F900',
      ';? end',
    ])
    expect(lines(edited(text, { do: 'speed', speedMmS: 10 }, undefined, 'purge')).slice(6)).toEqual([
      'G1 Y120 E12 F600',
      ';? otherwise',
      'G1 Y100 E10 F600',
      ';? end',
    ])
  })
})

describe('probing without ooze', () => {
  const cool = { do: 'probe-without-ooze', how: { cornerLiftMm: 0, settleS: 0 } } as const

  it('lowers both branches, and a wait for a sensor by its name', () => {
    expect(
      lines(
        edited(
          ['M190 S60', ';? when nozzle > 240', 'M109 S250', ';? otherwise', 'M109 S250', ';? end', 'G28', 'G29'],
          cool,
        ),
      ),
    ).toEqual([
      'M190 S60',
      ';? when nozzle > 240',
      'M109 S160',
      ';? otherwise',
      'M109 S160',
      ';? end',
      'G28',
      'G29',
      'M109 S250',
    ])
    const named = [
      'G28',
      'SET_HEATER_TEMPERATURE HEATER=extruder TARGET=205',
      'TEMPERATURE_WAIT SENSOR=extruder MINIMUM=200',
      'BED_MESH_CALIBRATE',
    ]
    expect(lines(edited(named, cool, on('host')))).toEqual([
      'G28',
      'SET_HEATER_TEMPERATURE HEATER=extruder TARGET=160',
      'TEMPERATURE_WAIT SENSOR=extruder MINIMUM=160',
      'BED_MESH_CALIBRATE',
      'M109 S205',
    ])
  })

  it('puts the heat back as it was written', () => {
    expect(edited(['G28', 'M109 S@(nozzle - 5)', 'G29'], cool)).toContain('M109 S@ooze_safe\nG29\nM109 S@(nozzle - 5)')
  })

  it('is refused where one branch heats otherwise than the other, and where a macro heats', () => {
    // What is to be put back behind the probing would be 250 °C in one and 230 °C in the other.
    const text = [';? when nozzle > 240', 'M109 S250', ';? otherwise', 'M109 S230', ';? end', 'G28', 'G29']
    expect(edited(text, cool)).toContain('another number each time')
    const macros = '[gcode_macro HEAT]\ngcode:\n  M109 S{params.T}\n'
    expect(edited(['G28', 'HEAT T=205', 'HEAT T=160', 'BED_MESH_CALIBRATE'], cool, on('host', { macros }))).toContain(
      'Line 2 calls what heats the nozzle',
    )
  })
})

describe('paths through a long loop', () => {
  // Five conditions have 2^5 = 32 results. A loop of two commands that runs n times is 2 n commands on each path.
  const looping = (times: number) => [
    `while iterations < ${times}`,
    '  M400',
    '  M400',
    ...[0, 1, 2, 3].flatMap(axis => [`if move.axes[${axis}].homed`, `  G1 X${axis} F3000`]),
  ]
  const inInches = (times: number) => edited(looping(times), { do: 'units', to: 'inch' }, on('macro-file'))

  it('are all tried where they run 32 × 200 commands', () => {
    expect(inInches(100)).not.toContain('too many')
  })

  it('are not tried where they would run 32 × 2,000, over the limit of 20,000', () => {
    expect(inInches(1_000)).toContain('too many to look at every way')
  })
})

describe('the number of conditions', () => {
  const conditions = (count: number) =>
    Array.from({ length: count }, (_, i) => [`;? when nozzle > ${200 + i}`, `G1 X${i + 1} F6000`, ';? end']).flat()

  it('may be 40, and a script with 41 is refused', () => {
    expect(edited(['G28', ...conditions(40)], { do: 'units', to: 'inch' })).toContain('G20')
    expect(edited(['G28', ...conditions(41)], { do: 'units', to: 'inch' })).toContain(
      'branches on 41 conditions: too many',
    )
  })
})
