import { describe, expect, it } from 'vitest'
import { changedMacros } from '../compare/macro-changes.ts'
import { job, material } from '../model/example.ts'
import type { Printer } from '../model/printer.ts'
import { applyEdits } from '../model/script.ts'
import { type Round, rehearseScript, stageOf } from '../round.ts'
import { avocet, config, curlew, lineOf, opened, says } from '../testing/machine-files.ts'
import { usualCall } from './calls.ts'
import { textOfDocument } from './open.ts'

describe('a config that is open itself', () => {
  const at = (begins: string) => lineOf(curlew, 'macros.cfg', begins)

  it('is rehearsed by a call, and told at its own lines, those of what it calls among them', () => {
    const round = opened(curlew, 'macros.cfg', 'PRELUDE BED=60 NOZZLE=205 FIRST=0.2')
    expect(says(round, at('M140 S{bed}'))).toBe('Heats the bed to 60 °C, doesn’t wait.')
    expect(says(round, at('G1 Z{first}'))).toContain('Z 0.2 mm')
    const purge = round.passages.find(({ kind }) => kind === 'purge-line')
    expect([purge?.firstLine, purge?.lastLine]).toEqual([at('G92 E0'), at('G1 Z2 F900')])
    // Each stroke is told by the line of the template that made it.
    expect(round.strokes.map(({ line }) => line)).toEqual([at('G1 X{n.purge_x + length}')])
  })

  it('shows which branch ran and why, and the other as not this time', () => {
    const cool = opened(curlew, 'macros.cfg', 'PRELUDE BED=60')
    const hot = opened(curlew, 'macros.cfg', 'PRELUDE BED=100')
    const branch = at('{% if bed < n.hot_bed %}')
    expect(says(cool, branch)).toBe('Runs: bed 60 < hot_bed 90.')
    expect(says(hot, branch)).toBe('Not run this time, because this is not true: bed 100 < hot_bed 90.')
    expect(says(cool, at('BED_MESH_CALIBRATE PROFILE=hot'))).toMatch(/^Not run this time: /)
    expect(says(hot, at('BED_MESH_CALIBRATE PROFILE=hot'))).toContain('Saves the mesh as “hot”')
  })

  it('counts how often a loop goes round', () => {
    const printer = config(
      '[gcode_macro WIPE]',
      'gcode:',
      '  {% for i in range(4) %}',
      '  G1 X{i * 10} F6000',
      '  {% endfor %}',
    )
    const round = opened(printer, null, 'WIPE', 'layer-change')
    expect(says(round, 3)).toBe('Runs 4 times.')
    expect(says(round, 4)).toContain('Runs 4 times.')
  })

  it('knows the line of what a template makes, however its tags join lines, and passes over its notes', () => {
    const lines = (...template: string[]) =>
      opened(config('[gcode_macro TRY_IT]', 'gcode:', ...template), null, 'TRY_IT')
        .commands.filter(({ command }) => command.name !== 'TRY_IT')
        .map(({ line, command }) => `${line} ${command.name}`)
    expect(lines('  {% if 1 -%}', '  G28', '  {%- endif %}', '  M117 x')).toEqual(['4 G28', '6 M117'])
    expect(lines('  {% set x = [1,', '     2] %}', '  G28', '  M117 {x[1]}')).toEqual(['5 G28', '6 M117'])
    expect(lines('  {# a note', '  over lines #}', '  G28 # home')).toEqual(['5 G28'])
    expect(lines('  {% macro m(a) %}', '  M117 {a}', '  {% endmacro %}', '  {m(5)}')).toEqual(['4 M117'])
  })

  it('finds what would go wrong at the line of the template, and mends it there, kept to the right', () => {
    const printer = config('[gcode_macro PRELUDE]', 'gcode:', '  M109 S200', '  G1 X10 Y10 F6000', '  G28')
    const round = opened(printer, null, 'PRELUDE')
    const early = round.findings.find(({ rule }) => rule === 'move-before-home')
    expect(early?.line).toBe(4)
    const below = config('[gcode_macro PRELUDE]', 'gcode:', '  M83', '  M109 S200', '  G1 X10 E5 F600')
    const cold = opened(below, null, 'PRELUDE').findings.find(({ rule }) => rule === 'move-before-home')
    const [fix] = cold?.fixes ?? []
    const mended = applyEdits(below.macros, fix?.edits ?? [])
    expect(mended.split('\n')).toContain('  G28')
    expect(opened(below, null, 'PRELUDE', 'start', mended).findings.map(({ rule }) => rule)).not.toContain(
      'move-before-home',
    )
  })

  it('sees a command that is commented out as one', () => {
    const round = opened(curlew, 'macros.cfg', 'PRELUDE')
    expect(says(round, at('# QUAD_GANTRY_LEVEL'))).toMatch(/^Commented out\. It would/)
  })

  it('says where a template can’t be worked out, at its own line and without the file', () => {
    const printer = config('[gcode_macro TRY_IT]', 'gcode:', '  G28', '  M104 S{nothing + 1}')
    const found = opened(printer, null, 'TRY_IT').findings.find(({ line }) => line === 4)
    expect(found?.message).not.toContain('In the macro')
    expect(found).toMatchObject({ rule: 'stops-here', severity: 'error' })
    expect(found?.message).toContain('“nothing” is not defined.')
  })

  it('of numbers alone shows the macro that reads them, and a change of one at once', () => {
    const stage = stageOf({ printer: curlew, job, material, moment: 'start' })
    const usual = usualCall(stage, 'numbers.cfg')
    expect(usual?.call).toMatch(/^PRELUDE /)
    const text = textOfDocument(curlew, 'numbers.cfg') ?? ''
    const length = (changed: string) =>
      opened(curlew, 'numbers.cfg', usual?.call ?? '', 'start', changed).strokes[0]?.lengthMm
    expect(length(text)).toBeCloseTo(120, 6)
    expect(length(text.replace('variable_purge_length: 120', 'variable_purge_length: 80'))).toBeCloseTo(80, 6)
  })
})

describe('a change of a number', () => {
  it('shows at once what it does to every macro that reads it, and to no other', () => {
    const text = textOfDocument(curlew, 'numbers.cfg') ?? ''
    const change = (from: string, to: string) =>
      changedMacros(text, text.replace(from, to), {
        printer: curlew,
        job,
        material,
        moment: 'start',
        opened: { file: 'numbers.cfg', call: '' },
      })
    // 15 mm go into the line; 18 mm take longer only where the extruder is slower than the move, which it is not.
    expect(change('variable_purge_mm: 15', 'variable_purge_mm: 18')).toEqual([
      { name: 'PRELUDE', says: '15 → 18 mm of filament' },
      { name: 'PURGE_FRONT', says: '15 → 18 mm of filament' },
    ])
    expect(change('variable_park_y: 295', 'variable_park_y: 200').map(({ name }) => name)).toEqual(['AFTERWARDS'])
    expect(change('# mm/min', '# mm in a minute')).toEqual([])
  })
})

describe('a macro file that is open itself', () => {
  it('is called as the machine calls it, and told at its own lines', () => {
    const stage = stageOf({ printer: avocet, job, material, moment: 'start' })
    expect(['homeall.g', 'bed.g', 'brush.g'].map(file => usualCall(stage, file)?.call)).toEqual([
      'G28',
      'G32',
      'M98 P"brush.g"',
    ])
    const round = opened(avocet, 'brush.g', 'M98 P"brush.g" R2', 'layer-change')
    expect(says(round, 2)).toContain('It is 2.')
    expect(says(round, 4)).toContain('2 times')
    expect(round.findings).toEqual([])
  })

  it('homes by its end stops without a false alarm', () => {
    const round = opened(avocet, 'homeall.g', 'G28')
    expect(round.findings.filter(({ severity }) => severity === 'error')).toEqual([])
    expect(round.state.position).toEqual({ x: 175, y: 175, z: 8 })
  })
})

describe('a config that would not load', () => {
  it('is never called fine: what is wrong stands at its line, whether it is called or not', () => {
    const printer = config(
      '[include away.cfg]',
      'nonsense',
      '[gcode_macro PRELUDE]',
      'gcode:',
      '  G28',
      '[gcode_macro OTHER]',
      'gcode:',
      '  {% if 1 %}',
      '  G28',
    )
    const found = opened(printer, null, 'PRELUDE').findings.filter(({ severity }) => severity === 'error')
    expect(found.map(({ line, message }) => [line, message.split(/[.:]/)[0]])).toEqual([
      [1, 'It includes “away'],
      [2, '“nonsense” is neither a section nor a key with a value'],
      [8, 'The template of OTHER can’t be read'],
    ])
  })
})

describe('a script that calls a macro', () => {
  const call = (printer: Printer): Round =>
    rehearseScript('M117 on\nPRELUDE BED=60\n', { printer, job, material, moment: 'start' })

  it('steps into it: its band opens into the passages of what it ran', () => {
    const passage = call(curlew).passages.find(({ firstLine, lastLine }) => firstLine <= 2 && lastLine >= 2)
    const whole = passage?.ran.length ? passage : passage?.parts.find(part => part.ran.length)
    expect(whole?.ran.map(({ kind }) => kind)).toEqual(
      expect.arrayContaining(['home', 'heat-wait', 'probe', 'purge-line']),
    )
    const times = whole?.ran.map(({ startS }) => startS) ?? []
    expect(times).toEqual([...times].sort((a, b) => a - b))
  })

  it('names the file and line that a finding is about, and how it was called', () => {
    const macros = curlew.configFiles.map(file =>
      file.name === 'macros.cfg' ? { ...file, text: file.text.replaceAll(/^ {2}G28(?: Z)?$/gm, '') } : file,
    )
    const round = call({ ...curlew, configFiles: macros })
    const found = round.findings.find(({ rule }) => rule === 'probe-before-home')
    const line = lineOf(curlew, 'macros.cfg', 'BED_MESH_CALIBRATE PROFILE=cool')
    expect([found?.line, found?.at]).toEqual([2, { file: 'macros.cfg', line }])
    expect(found?.message).toMatch(new RegExp(`^In the macro MESH_FOR_HEAT, line ${line} of macros.cfg: `))
    const row = round.commands.find(({ command }) => command.name === 'BED_MESH_CALIBRATE')
    expect(row?.whence).toEqual({
      file: 'macros.cfg',
      line,
      macro: 'MESH_FOR_HEAT',
      by: { file: 'macros.cfg', line: lineOf(curlew, 'macros.cfg', 'MESH_FOR_HEAT'), macro: 'PRELUDE', by: null },
    })
  })
})
