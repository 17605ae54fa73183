import { describe, expect, it } from 'vitest'
import type { Moment } from '../model/moment.ts'
import { type RehearsalInput, rehearseScript } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { learn } from '../vocabulary/learn.ts'
import { exportScript, type Form, type Taken, type Wish } from './export.ts'

const setting: RehearsalInput = { printer, material, job, moment: 'start' }
const one = (text: string, its: RehearsalInput, wish: Wish): Taken => exportScript(text, [its], wish)[0] as Taken
const text = [
  '; mine',
  ';= purge = 12 mm from 8 to 40   each way',
  'G28 ; zero',
  'M420 S1',
  ';? when highest bed > 85',
  '; only hot',
  'M104 S150',
  ';? otherwise',
  'M104 S@ooze_safe',
  ';? end',
  'M190 S@bed',
  'M109 S@(nozzle of T0)',
  'M83',
  'M117 me@@home',
  'G1 X4 Y20 Z@(first_layer + 0.1) F3000',
  'G1 Y120 E@purge F1200',
  '',
].join('\r\n')

describe('a script taken away', () => {
  it('in plain numbers for one job holds nothing of ours, and runs the same', () => {
    const taken = one(text, setting, { form: { kind: 'plain' }, comments: true, ending: 'as-it-is' })
    expect(taken.text).toBe(
      [
        '; mine',
        'G28 ; zero',
        'M420 S1',
        'M104 S160',
        'M190 S60',
        'M109 S200',
        'M83',
        'M117 me@home',
        'G1 X4 Y20 Z0.3 F3000',
        'G1 Y120 E12 F1200',
        '',
      ].join('\r\n'),
    )
    const [before, after] = [rehearseScript(text, setting), rehearseScript(taken.text, setting)]
    expect(after.strokes.map(({ line: _, ...stroke }) => stroke)).toEqual(
      before.strokes.map(({ line: _, ...stroke }) => stroke),
    )
    expect(after.trace.totalS).toBe(before.trace.totalS)
    expect(taken.untranslatable).toEqual([])
  })

  it('tells what it could not make out', () => {
    const taken = one('G28\nM104 S@wibble', setting, {
      form: { kind: 'plain' },
      comments: true,
      ending: 'as-it-is',
    })
    expect(taken.untranslatable).toMatchObject([{ line: 2 }])
  })

  it('in a vocabulary has its words', () => {
    const vocabulary = learn('M190 S{first_bed_temp(0)}\nM109 S{first_nozzle_temp + 1}', 'mine')?.vocabulary
    if (!vocabulary) throw new Error('nothing learned')
    const taken = one('M190 S@bed\nM109 S@(nozzle of T0)', setting, {
      form: { kind: 'vocabulary', vocabulary, decided: false },
      comments: true,
      ending: 'as-it-is',
    })
    expect(taken).toMatchObject({ text: 'M190 S{first_bed_temp}\nM109 S{first_nozzle_temp(0)}', untranslatable: [] })
  })

  it('without comments, with the line ends that are asked for, is counted in bytes', () => {
    const taken = one('; note\nG28 ; zero\n\nM117 5 µm\n', setting, {
      form: { kind: 'as-it-is' },
      comments: false,
      ending: 'crlf',
    })
    expect(taken.text).toBe('G28\r\nM117 5 µm\r\n')
    // Five and two; nine signs, the µ of two bytes, and two.
    expect(taken.bytes).toBe(5 + 10 + 2)
  })

  it('as a host’s macro has the line that calls it, also in each vocabulary', () => {
    const vocabulary = learn('M190 S{first_bed_temp}', 'mine')?.vocabulary
    if (!vocabulary) throw new Error('nothing learned')
    const form = { kind: 'host-macro', vocabularies: [vocabulary] } as const
    const taken = one('M190 S@bed', setting, { form, comments: false, ending: 'as-it-is' })
    expect(taken.text).toMatch(/^\[gcode_macro PRELUDE_START\]\n/)
    expect(taken.text).toContain('# Called from a script of ours with:\n# PRELUDE_START BED=@bed\n')
    expect(taken.text).toContain('# Called from mine with:\n# PRELUDE_START BED={first_bed_temp}\n')
  })

  it('in a vocabulary without branches, decided for each job, is a file for each', () => {
    const vocabulary = learn('M190 S[first_bed_temp]\nM109 S[first_nozzle_temp]', 'plain')?.vocabulary
    if (!vocabulary) throw new Error('nothing learned')
    const guarded =
      'G28\n;? when print_left < 20\nM117 Wide\n;? otherwise\nM117 Narrow\n;? end\nM190 S@bed\nG1 X@print_left F3000\n'
    const form = { kind: 'vocabulary', vocabulary, decided: false } as const
    const wide: RehearsalInput = {
      ...setting,
      job: { ...job, name: 'wide', area: { kind: 'at', left: 10, right: 190, front: 50, back: 90 } },
    }
    const narrow: RehearsalInput = {
      ...setting,
      job: { ...job, name: 'narrow', area: { kind: 'at', left: 80, right: 90, front: 50, back: 90 } },
    }
    const wish = { comments: true, ending: 'as-it-is' } as const
    const undecided = exportScript(guarded, [wide, narrow], { ...wish, form })
    expect(undecided).toHaveLength(1)
    expect(undecided[0]?.untranslatable.map(({ line }) => line)).toEqual([2, 4, 6, 8])
    expect(exportScript(guarded, [wide, narrow], { ...wish, form: { ...form, decided: true } })).toMatchObject([
      { name: 'wide', text: 'G28\nM117 Wide\nM190 S[first_bed_temp]\nG1 X10 F3000\n', untranslatable: [] },
      { name: 'narrow', text: 'G28\nM117 Narrow\nM190 S[first_bed_temp]\nG1 X80 F3000\n', untranslatable: [] },
    ])
  })

  it('in a vocabulary without a box for the moment says so', () => {
    const vocabulary = learn('M190 S[first_bed_temp]', 'plain')?.vocabulary
    if (!vocabulary) throw new Error('nothing learned')
    const form = {
      kind: 'vocabulary',
      vocabulary: { ...vocabulary, moments: ['end' as const] },
      decided: false,
    } as Form
    expect(one('G28', setting, { form, comments: true, ending: 'as-it-is' }).untranslatable).toEqual([
      { line: 1, what: 'a script at this moment, for which plain has no box' },
    ])
  })

  it('goes into the nearest box that there is, before or after its content', () => {
    const vocabulary = learn('M190 S[first_bed_temp]', 'plain')?.vocabulary
    if (!vocabulary) throw new Error('nothing learned')
    const boxes = (moment: Moment, ...moments: Moment[]) => {
      const form: Form = { kind: 'vocabulary', vocabulary: { ...vocabulary, moments }, decided: false }
      return one('G91', { ...setting, moment }, { form, comments: true, ending: 'as-it-is' })
    }
    expect(boxes('material-end', 'start', 'tool-change')).toMatchObject({
      untranslatable: [],
      box: 'plain has no box for “material end”. Put this into the one for “at a tool change”, before the lines in it.',
    })
    expect(boxes('tool-arrive', 'tool-change').box).toContain('after the lines in it')
    expect(boxes('before-layer', 'layer-change').box).toContain('“at each layer”, before')
    expect(boxes('tool-change', 'tool-change').box).toBeNull()
    expect(boxes('pause', 'tool-change').untranslatable).toHaveLength(1)
  })
})
