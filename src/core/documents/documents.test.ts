import { describe, expect, it } from 'vitest'
import { demoPrinters } from '../../../demo/load.ts'
import { changedMacros } from '../compare/macro-changes.ts'
import { tellApart } from '../compare/side-by-side.ts'
import { host } from '../firmware/host/host.ts'
import { fileTexts } from '../firmware/macro-file/file-texts.ts'
import { read } from '../gcode/read.ts'
import { job, material } from '../model/example.ts'
import type { Moment } from '../model/moment.ts'
import type { Printer } from '../model/printer.ts'
import { applyEdits } from '../model/script.ts'
import { type Round, rehearseScript, stageOf } from '../round.ts'
import { asTemplate } from '../script/edits/as-template.ts'
import { planEdit } from '../script/edits/edit.ts'
import { driftOf, refrainsIn, rolledOut } from '../script/refrains.ts'
import { callablesIn, calledByPeople, callOf, usualCall } from './calls.ts'
import { textOfDocument } from './open.ts'

const named = (name: string): Printer => {
  const printer = demoPrinters().find(each => each.name === name)
  if (!printer) throw new Error(`no ${name}`)
  return printer
}
const curlew = named('Curlew')
const avocet = named('Avocet')

/** A document of a printer, rehearsed by a call. */
function opened(printer: Printer, file: string | null, call: string, moment: Moment = 'start', text?: string): Round {
  const kept = text ?? textOfDocument(printer, file)
  if (kept === null) throw new Error(`no ${file}`)
  return rehearseScript(kept, { printer, job, material, moment, opened: { file, call } })
}
const says = (round: Round, line: number) => round.explained.find(each => each.line === line)?.says
/** The line of a file that begins with this, from 1. */
function lineOf(printer: Printer, file: string, begins: string): number {
  const lines = textOfDocument(printer, file)?.split('\n') ?? []
  const at = lines.findIndex(line => line.trim().startsWith(begins))
  if (at < 0) throw new Error(`no ${begins}`)
  return at + 1
}
const config = (...lines: string[]): Printer => ({ ...curlew, macros: lines.join('\n'), configFiles: [] })

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
    expect(says(hot, branch)).toBe('Not this time, as not so: bed 100 < hot_bed 90.')
    expect(says(cool, at('BED_MESH_CALIBRATE PROFILE=hot'))).toMatch(/^Not this time: /)
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
    expect(found?.rule).toBe('unknown-command')
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

describe('what people call', () => {
  const called = (printer: Printer) =>
    calledByPeople(stageOf({ printer, job, material, moment: 'start' })).map(each => [each.name, each.moment])

  it('is what no other macro calls; numbers alone and what runs later are not called', () => {
    expect(called(curlew)).toEqual([
      ['PRELUDE', 'start'],
      ['AFTERWARDS', 'end'],
    ])
  })

  it('is none of the files that the machine runs by itself', () => {
    expect(called(avocet)).toEqual([
      ['brush.g', 'layer-change'],
      ['first-line.g', 'layer-change'],
    ])
  })
})

describe('what can be called', () => {
  it('is each macro with its parameters, as the job gives them; what others call comes last', () => {
    const stage = stageOf({ printer: curlew, job, material, moment: 'start' })
    const all = callablesIn(stage, 'macros.cfg')
    expect(all.map(({ name, moment }) => [name, moment])).toEqual([
      ['PRELUDE', 'start'],
      ['AFTERWARDS', 'end'],
      ['HEAT_SOAK', 'layer-change'],
      ['MESH_FOR_HEAT', 'layer-change'],
      ['PURGE_FRONT', 'layer-change'],
    ])
    expect(all[0]?.parameters[0]).toEqual({ key: 'BED', otherwise: '60', proposed: String(material.bedC) })
    expect(all[0] && callOf(all[0], { SOAK: '', NOZZLE: '230' })).toBe(
      `PRELUDE BED=${material.bedC} NOZZLE=230 FIRST=${job.firstLayerMm}`,
    )
  })
})

describe('edits of a template', () => {
  it('bring lines in as far to the right as those about them, and leave keys where they are', () => {
    const text = '[gcode_macro A]\ngcode:\n    G28\n    M84\n'
    const from = text.indexOf('    M84')
    expect(applyEdits(text, asTemplate(text, [{ from, to: from, insert: 'G1 X0\n' }]))).toBe(
      '[gcode_macro A]\ngcode:\n    G28\n    G1 X0\n    M84\n',
    )
    expect(asTemplate('a: 1\n', [{ from: 0, to: 1, insert: 'b' }])).toEqual([{ from: 0, to: 1, insert: 'b' }])
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
    expect(found?.message).toMatch(new RegExp(`^In macros.cfg, line ${line}: `))
    const row = round.commands.find(({ command }) => command.name === 'BED_MESH_CALIBRATE')
    expect(row?.whence).toEqual({
      file: 'macros.cfg',
      line,
      macro: 'MESH_FOR_HEAT',
      by: { file: 'macros.cfg', line: lineOf(curlew, 'macros.cfg', 'MESH_FOR_HEAT'), macro: 'PRELUDE', by: null },
    })
  })
})

describe('macros that a config can begin with', () => {
  /** A config with the macro added, and the round after it. */
  function added(printer: Printer, name: string): { text: string; round: (call: string, moment: Moment) => Round } {
    const before = opened(printer, null, 'START_IT')
    const plan = planEdit(printer.macros, before, { do: 'add-macro', macro: name })
    if (!plan.ok) throw new Error(plan.why)
    const text = applyEdits(printer.macros, plan.edits)
    return { text, round: (call, moment) => opened(printer, null, call, moment, text) }
  }
  const [tool] = curlew.tools
  const two = tool ? [tool, { ...tool, name: 'right' }] : []
  const printer: Printer = {
    ...config('[gcode_macro START_IT]', 'gcode:', '  G28', '', '#*# [bed_mesh cool]', '#*# version = 1', ''),
    tools: two,
  }

  it.each(host.macroTexts.map(({ name }) => [name]))('%s loads, does what it says, and raises no alarm', name => {
    const { text, round } = added(printer, name)
    // What the host saved stays at the end.
    expect(text.trimEnd().endsWith('#*# version = 1')).toBe(true)
    const stage = stageOf({ printer: { ...printer, macros: text }, job, material, moment: 'start' })
    const own = callablesIn(stage, null).filter(each => each.name !== 'START_IT')
    expect(own.length).toBeGreaterThan(0)
    for (const callable of own) {
      const { findings, trace } = round(callOf(callable, {}), callable.moment)
      // A job of one tool leaves the other cold, which is rightly told.
      const wrong = findings.filter(
        ({ severity, rule }) => rule !== 'cold-extrude' && (severity === 'error' || rule === 'unknown-command'),
      )
      expect(wrong.map(({ line, message }) => `${callable.name} ${line}: ${message}`)).toEqual([])
      expect(trace.troubles.map(({ why }) => why)).toEqual([])
    }
  })

  it('has its numbers at its top, and a change of one changes what it does', () => {
    const { text, round } = added(printer, 'purge-by-print')
    const call = 'PURGE_BY_PRINT LEFT=100 FRONT=120 FIRST=0.25'
    const [stroke] = round(call, 'layer-change').strokes
    // 60 mm along X, 6 mm in front of the print at Y 120, as high as its first layer.
    expect(stroke?.from).toEqual([100, 114, 0.25])
    expect(stroke?.lengthMm).toBeCloseTo(60, 6)
    const longer = text.replace('variable_length: 60', 'variable_length: 90')
    expect(opened(printer, null, call, 'layer-change', longer).strokes[0]?.lengthMm).toBeCloseTo(90, 6)
  })

  it('shows the minutes that are left of a soak', () => {
    const { messages, durations } = (({ trace, durations }: Round) => ({ messages: trace.messages, durations }))(
      added(printer, 'heat-soak').round('HEAT_SOAK_FOR MINUTES=3', 'layer-change'),
    )
    expect(messages.map(({ text, at }) => [text, Math.round(at)])).toEqual([
      ['Heat soak: 3 min left', 0],
      ['Heat soak: 2 min left', 60],
      ['Heat soak: 1 min left', 120],
    ])
    expect(durations.totalS).toBeCloseTo(180, 6)
  })

  it('is refused where there is one of its name, and in a script', () => {
    const taken = config('[gcode_macro PAUSE]', 'rename_existing: OLD', 'gcode:', '  OLD')
    const plan = planEdit(taken.macros, opened(taken, null, 'PAUSE'), { do: 'add-macro', macro: 'pause-resume' })
    expect(plan.ok ? '' : plan.why).toBe('There is a macro PAUSE already. Change that one.')
    const script = rehearseScript('G28', { printer, job, material, moment: 'start' })
    const none = planEdit('G28', script, { do: 'add-macro', macro: 'cancel' })
    expect(none.ok ? '' : none.why).toContain('A macro goes into a config')
  })
})

describe('the way back from a macro', () => {
  const setting = { printer: curlew, job, material, moment: 'start' as const }

  it('writes out what a call runs, and the rehearsal is the same', () => {
    const text = 'M117 on\nPRELUDE BED=60 NOZZLE=205\nM117 off\n'
    const before = rehearseScript(text, setting)
    const plan = planEdit(text, before, { do: 'write-out' })
    if (!plan.ok) throw new Error(plan.why)
    const out = applyEdits(text, plan.edits)
    expect(out.split('\n').slice(0, 3)).toEqual(['M117 on', `; what PRELUDE ran for ${job.name}`, 'G90'])
    expect(out).not.toContain('\nPRELUDE')
    const after = rehearseScript(out, setting)
    expect(after.durations).toEqual(before.durations)
    expect(after.strokes.map(({ from, to, filamentMm }) => [from, to, filamentMm])).toEqual(
      before.strokes.map(({ from, to, filamentMm }) => [from, to, filamentMm]),
    )
    expect(after.state.modes.bedTarget).toBe(60)
  })

  it('writes out a macro file, and refuses where nothing is called', () => {
    const board = { ...setting, printer: avocet, moment: 'layer-change' as const }
    const text = 'M98 P"brush.g" R2\n'
    const plan = planEdit(text, rehearseScript(text, board), { do: 'write-out' })
    // To the brush, and twice over it and back.
    expect(plan.ok ? applyEdits(text, plan.edits).split('\n') : plan.why).toEqual([
      `; what M98 ran for ${job.name}`,
      'G1 X-28 Y140 F12000',
      'G1 Y152 F6000',
      'G1 Y140',
      'G1 Y152 F6000',
      'G1 Y140',
      '',
    ])
    const none = planEdit('G28\n', rehearseScript('G28\n', setting), { do: 'write-out' })
    expect(none.ok ? '' : none.why).toBe('No line of this script calls a macro or a file that ran anything.')
  })
})

describe('a refrain in a template', () => {
  it('stands as far to the right as its marker, and is the same refrain as in a script', () => {
    const printer = config('[gcode_macro PRELUDE]', 'gcode:', '  G28', '  M400')
    const round = opened(printer, null, 'PRELUDE')
    const plan = planEdit(printer.macros, round, {
      do: 'put-refrain',
      name: 'up',
      text: 'G91\nG1 Z5 F600\nG90\n',
      at: 4,
    })
    if (!plan.ok) throw new Error(plan.why)
    const put = applyEdits(printer.macros, plan.edits)
    expect(put.split('\n').slice(2, 8)).toEqual(['  G28', '  ;& up', '  G91', '  G1 Z5 F600', '  G90', '  ;& end up'])
    const [standing] = refrainsIn(read(put))
    const refrain = { name: 'up', text: 'G91\nG1 Z5 F600\nG90\n', earlier: [] }
    expect(standing && driftOf(standing, refrain)).toEqual({ kind: 'same' })
    // Rolled out anew, it stays a part of the template.
    const rolled = rolledOut(put, 'up', 'G91\nG1 Z8 F600\nG90\n')
    expect(rolled.split('\n')).toContain('  G1 Z8 F600')
    expect(opened(printer, null, 'PRELUDE', 'start', rolled).trace.troubles).toEqual([])
  })
})

describe('macro files that a card can begin with', () => {
  it.each(fileTexts.map(each => [each.name, each] as const))('%s runs, and raises no alarm', (_name, { files }) => {
    const made = files(avocet)
    const board = { ...avocet, macroFiles: [...avocet.macroFiles, ...made] }
    for (const { name, text } of made) {
      const usual = usualCall(stageOf({ printer: board, job, material, moment: 'start' }), name)
      const round = opened(board, name, usual?.call ?? '', usual?.moment, text)
      const wrong = round.findings.filter(({ severity, rule }) => severity === 'error' || rule === 'unknown-command')
      expect(wrong.map(({ line, message }) => `${name} ${line}: ${message}`)).toEqual([])
      expect(round.trace.troubles.map(({ why }) => why)).toEqual([])
      expect(round.commands.length).toBeGreaterThan(2)
    }
  })
})

describe('a passage made in a template', () => {
  it('is ordinary text there, as far to the right as its neighbours', () => {
    const printer = config('[gcode_macro PRELUDE]', 'gcode:', '  G28', '  BED_MESH_CALIBRATE', '  M109 S200', '  M400')
    const round = opened(printer, null, 'PRELUDE')
    const plan = planEdit(printer.macros, round, { do: 'make', maker: 'purge-line', values: {}, at: 6 })
    if (!plan.ok) throw new Error(plan.why)
    const put = applyEdits(printer.macros, plan.edits)
    expect(put).not.toContain(';@')
    expect(put.split('\n').every(line => line === '' || /^[ \t]/.test(line) || /^(?:\[|gcode:)/.test(line))).toBe(true)
    const after = opened(printer, null, 'PRELUDE', 'start', put)
    expect(after.passages.map(({ kind }) => kind)).toContain('purge-line')
    expect(after.strokes.length).toBeGreaterThan(0)
    expect(after.findings.filter(({ severity }) => severity === 'error')).toEqual([])
  })
})

describe('the note of a change of a config', () => {
  const text = textOfDocument(curlew, 'numbers.cfg') ?? ''
  const note = (before: string, after: string, file: string, printer = curlew) => {
    const setting = { printer, job, material, moment: 'start' as const, opened: { file, call: '' } }
    return tellApart({ text: before, setting }, { text: after, setting }).words
  }

  it('tells numbers by their names, macros by theirs', () => {
    const changed = text.replace('variable_hot_bed: 90', 'variable_hot_bed: 80')
    expect(note(text, changed, 'numbers.cfg')).toBe('hot bed 90 → 80')
    const macros = textOfDocument(curlew, 'macros.cfg') ?? ''
    expect(note(macros, macros.replace('  G1 Z2 F900', '  G1 Z3 F900'), 'macros.cfg')).toMatch(
      /^the lines of PURGE_FRONT/,
    )
    expect(note(macros, `${macros}\n[gcode_macro ANOTHER_ONE]\ngcode:\n  M400\n`, 'macros.cfg')).toMatch(
      /^new macro ANOTHER_ONE/,
    )
    const brush = textOfDocument(avocet, 'brush.g') ?? ''
    expect(note(brush, brush.replace(': 3', ': 4'), 'brush.g', avocet)).toMatch(
      /^times exists\(param\.R\) \? param\.R : 3 → /,
    )
  })

  it('is none for a comment', () => {
    expect(note(text, text.replace('# mm/min', '# mm in a minute'), 'numbers.cfg')).toBe('')
  })
})
