// What rules say of a host's macros while they are written.
import { describe, expect, it } from 'vitest'
import { demoPrinters } from '../../../demo/load.ts'
import { textOfDocument } from '../documents/open.ts'
import { printer as bench, job, material } from '../model/example.ts'
import { rehearseScript } from '../round.ts'

const host = { ...bench, firmware: { family: 'host' as const, version: '12.0', abilities: {} } }

/** What a rule says of a config, by line. */
function found(rule: string, lines: string[], call = 'PRELUDE'): [number, string][] {
  const text = lines.join('\n')
  const round = rehearseScript(text, { printer: host, job, material, moment: 'start', opened: { file: null, call } })
  return round.findings.filter(each => each.rule === rule).map(({ line, message }) => [line, message])
}
const prelude = ['[gcode_macro PRELUDE]', 'gcode:', '  G28']

describe('macros', () => {
  it('that call others with a parameter those lack are told what they take', () => {
    expect(
      found('parameter-unknown', [
        ...prelude,
        '  WARM HEAT=60 BED=60',
        '[gcode_macro WARM]',
        'gcode:',
        '  M140 S{params.BED|default(50)}',
      ]),
    ).toEqual([[4, 'The macro WARM doesn’t take HEAT, so it is ignored. It takes BED.']])
    // One that hands on all that it is given takes anything.
    expect(
      found('parameter-unknown', [...prelude, '  WARM HEAT=60', '[gcode_macro WARM]', 'gcode:', '  M140 {rawparams}']),
    ).toEqual([])
  })

  it('that take a parameter and never use it', () => {
    const take = '  {% set bed = params.BED|default(60)|float %}'
    expect(found('parameter-never-read', [...prelude, take, '  M140 S60']).map(([line]) => line)).toEqual([4])
    expect(found('parameter-never-read', [...prelude, take, '  M140 S{bed}'])).toEqual([])
    expect(
      found('parameter-never-read', [...prelude, take, '  {% if bed > 5 %}', '  M140 S60', '  {% endif %}']),
    ).toEqual([])
  })

  it('that read a variable which nobody has', () => {
    const numbers = ['[gcode_macro NUMBERS]', 'variable_heat: 150', 'gcode:', '  M400']
    const alias = '  {% set n = printer["gcode_macro NUMBERS"] %}'
    expect(found('unknown-value', [...numbers, ...prelude, alias, '  M104 S{n.heet}']).map(([line]) => line)).toContain(
      9,
    )
    expect(found('unknown-value', [...numbers, ...prelude, alias, '  M104 S{n.heat}'])).toEqual([])
    expect(
      found('unknown-value', [...prelude, '  M104 S{printer["gcode_macro AWAY"].heat}']).map(([line]) => line),
    ).toContain(4)
  })

  it('that call themselves, whether they are called or not', () => {
    expect(found('never-ends', [...prelude, '[gcode_macro ROUND_AND_ROUND]', 'gcode:', '  ROUND_AND_ROUND'])).toEqual([
      [6, 'ROUND_AND_ROUND calls itself. The host ends that with an error.'],
    ])
  })

  it('that hide a command without saying so', () => {
    expect(
      found('hides-command', [...prelude, '[gcode_macro M109]', 'gcode:', '  M104 S200']).map(([line]) => line),
    ).toEqual([4])
    expect(
      found('hides-command', [...prelude, '[gcode_macro M109]', 'rename_existing: M109.1', 'gcode:', '  M109.1 S200']),
    ).toEqual([])
    // The host's own pause is often wrapped so.
    expect(found('hides-command', [...prelude, '[gcode_macro MY_PAUSE]', 'gcode:', '  M400'])).toEqual([])
  })

  it('that save a state which none restores', () => {
    expect(found('state-not-restored', [...prelude, '  SAVE_GCODE_STATE NAME=a']).map(([line]) => line)).toEqual([4])
    const elsewhere = ['[gcode_macro BACK]', 'gcode:', '  RESTORE_GCODE_STATE NAME=a']
    expect(found('state-not-restored', [...prelude, '  SAVE_GCODE_STATE NAME=a', ...elsewhere])).toEqual([])
    expect(found('state-not-restored', [...prelude, '  SAVE_GCODE_STATE', ...elsewhere]).map(([line]) => line)).toEqual(
      [4],
    )
  })

  it('that load a mesh under a name that none saves, and no config keeps', () => {
    const probes = '  BED_MESH_CALIBRATE PROFILE=cool'
    expect(found('mesh-not-there', [...prelude, probes, '  BED_MESH_PROFILE LOAD=hot']).map(([line]) => line)).toEqual([
      5,
    ])
    expect(found('mesh-not-there', [...prelude, probes, '  BED_MESH_PROFILE LOAD=cool'])).toEqual([])
    const kept = ['#*# <--- SAVE_CONFIG --->', '#*# [bed_mesh hot]', '#*# version = 1']
    expect(found('mesh-not-there', [...prelude, probes, '  BED_MESH_PROFILE LOAD=hot', ...kept])).toEqual([])
  })

  it('that run again and again, and are never stopped', () => {
    const again = ['[delayed_gcode REMINDER]', 'gcode:', '  UPDATE_DELAYED_GCODE ID=REMINDER DURATION=60']
    expect(found('delayed-not-stopped', [...prelude, ...again]).map(([line]) => line)).toEqual([6])
    expect(
      found('delayed-not-stopped', [...prelude, '  UPDATE_DELAYED_GCODE ID=REMINDER DURATION=0', ...again]),
    ).toEqual([])
    const once = ['[delayed_gcode REMINDER]', 'gcode:', '  SET_DISPLAY_TEXT MSG="now"']
    expect(
      found('delayed-not-stopped', [...prelude, '  UPDATE_DELAYED_GCODE ID=REMINDER DURATION=60', ...once]),
    ).toEqual([])
  })

  it('of the demo printers raise none of it', () => {
    const own = [
      'parameter-never-read',
      'hides-command',
      'state-not-restored',
      'delayed-not-stopped',
      'unknown-value',
      'mesh-not-there',
      'parameter-unknown',
    ]
    const curlew = demoPrinters().find(({ name }) => name === 'Curlew')
    if (!curlew) throw new Error('no Curlew')
    for (const file of [null, 'macros.cfg', 'numbers.cfg']) {
      const text = textOfDocument(curlew, file) ?? ''
      const { findings } = rehearseScript(text, {
        printer: curlew,
        job,
        material,
        moment: 'start',
        opened: { file, call: '' },
      })
      expect(
        findings.filter(({ rule }) => own.includes(rule)),
        String(file),
      ).toEqual([])
    }
  })
})
