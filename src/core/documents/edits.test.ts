import { describe, expect, it } from 'vitest'
import { tellApart } from '../compare/side-by-side.ts'
import { read } from '../gcode/read.ts'
import { job, material } from '../model/example.ts'
import { applyEdits } from '../model/script.ts'
import { rehearseScript } from '../round.ts'
import { asTemplate } from '../script/edits/as-template.ts'
import { planEdit } from '../script/edits/edit.ts'
import { driftOf, refrainsIn, rolledOut } from '../script/refrains.ts'
import { avocet, config, curlew, opened } from '../testing/machine-files.ts'
import { textOfDocument } from './open.ts'

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
