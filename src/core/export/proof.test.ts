// An export is offered as proven only where it does what the script does, for each job; else it says where it parts.
import { describe, expect, it } from 'vitest'
import type { RehearsalInput } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { learn } from '../vocabulary/learn.ts'
import { exportScript, type Form, type Taken } from './export.ts'

const hot = { ...material, name: 'Hot ABS', nozzleC: 250, bedC: 100, oozeSafeC: 180 }
const family = (name: 'board' | 'host' | 'macro-file') => ({
  ...printer,
  firmware: { ...printer.firmware, family: name },
})
const jobs = (name: 'board' | 'host' | 'macro-file'): [RehearsalInput, RehearsalInput] => [
  { printer: family(name), material, job: { ...job, name: 'cool', materials: [material.name] }, moment: 'start' },
  { printer: family(name), material: hot, job: { ...job, name: 'hot', materials: [hot.name] }, moment: 'start' },
]
const taken = (lines: readonly string[], form: Form, name: 'board' | 'host' | 'macro-file' = 'board'): Taken[] =>
  exportScript(`${lines.join('\n')}\n`, jobs(name), { form, comments: true, ending: 'as-it-is' })
const unproven = (files: readonly Taken[]) =>
  files.flatMap(({ otherwise }) => otherwise.map(({ job: of, line, what }) => `${of} ${line} ${what}`))

const script = [
  ';= fast = 100 mm/s',
  ';= wait = 0.5 min',
  'G28',
  'M104 S@ooze_safe',
  'M190 S@bed',
  ';? when bed > 80',
  ';= wait = 2 min',
  'G4 S@wait',
  'M117 Soft @(bed - 0.5) of @bed',
  ';? otherwise',
  'G4 S@wait',
  'M117 {nothing} of it',
  ';? end',
  'M109 S@(nozzle + 0.4)',
  'M83',
  'G1 X20 Y10 Z0.3 F@fast',
  'G1 X@(20 + choose(bed > 80, 60, 40)) E@(floor(first_layer * 52)) F1200',
  'G4 S@wait',
  'G92 E0',
]

describe('exports', () => {
  it('in plain numbers do what the script does, a file for each job', () => {
    const files = taken(script, { kind: 'plain' })
    expect(files.map(({ name }) => name)).toEqual(['cool', 'hot'])
    expect(unproven(files)).toEqual([])
    // 0.5 min are 30 s, 2 min 120; 100 mm/s are 6000 mm/min; 20 + 40 and 20 + 60.
    expect(files[0]?.text).toContain('G4 S30\n')
    expect(files[1]?.text).toContain('G4 S120\n')
    expect(files[1]?.text).toContain('G1 X20 Y10 Z0.3 F6000\nG1 X80 E10 F1200\n')
    // First layers are 0.2 mm: 0.2 · 52 = 10.4, and 10 below it.
  })

  it('as a macro come with call lines of other programs that do the same for every job', () => {
    const vocabulary = learn('M190 S{first_bed_temp}\nM109 S{first_nozzle_temp[0]}', 'theirs')?.vocabulary
    if (!vocabulary) throw new Error('nothing learned')
    const lines = ['G28', 'M190 S@bed', 'M109 S@nozzle']
    const called = (words: typeof vocabulary) => taken(lines, { kind: 'host-macro', vocabularies: [words] }, 'host')
    const [file] = called(vocabulary)
    expect(file?.text).toContain('BED={first_bed_temp} NOZZLE={first_nozzle_temp}')
    expect(unproven(file ? [file] : [])).toEqual([])
    // With the bed's heat for a word of which each tool has its own number, it is another script.
    const words = vocabulary.words.map(each => (each.value === 'bed' ? { ...each, value: 'bed of T1' } : each))
    expect(called({ ...vocabulary, words })[0]?.untranslatable.map(({ what }) => what)).toEqual([
      'BED in the call from theirs: the macro’s own number holds',
    ])
  })

  it('as macro files do what the script does for every job: a setting made in a branch, messages, choices', () => {
    const own = script.filter(line => !line.includes('{'))
    const [file] = taken(own, { kind: 'macro-files', vocabularies: [] }, 'macro-file')
    expect(unproven(file ? [file] : [])).toEqual([])
    expect(file?.text).toContain('M117 {"Soft " ^ floor(var.bed - 0.5 + 0.5) ^ " of " ^ floor(var.bed + 0.5)}')
  })

  it('as a host’s macro do too, whatever a comment has in it', () => {
    const own = ['; {not a value} {% nor a tag %}', ...script.filter(line => !line.includes('{nothing'))]
    const [file] = taken(own, { kind: 'host-macro', vocabularies: [] }, 'host')
    expect(unproven(file ? [file] : [])).toEqual([])
    expect(file?.text).toContain('; (not a value) (% nor a tag %)')
  })

  it('keep a setting that only a branch makes', () => {
    const lines = [
      'G28',
      ';? when bed > 80',
      ';= lift = 12 mm',
      ';? otherwise',
      ';= lift = 8 mm',
      ';? end',
      'G1 Z@lift F600',
    ]
    const [file] = taken(lines, { kind: 'macro-files', vocabularies: [] }, 'macro-file')
    expect(unproven(file ? [file] : [])).toEqual([])
    expect(file?.text).toContain('var lift = 0\n')
  })

  it('say where a vocabulary can’t follow, and for which job', () => {
    const vocabulary = learn('M190 S{first_bed_temp}\nM109 S{first_nozzle_temp}', 'mine')?.vocabulary
    if (!vocabulary) throw new Error('nothing learned')
    expect(
      unproven(taken(['G28', 'M190 S@bed', 'M109 S@nozzle'], { kind: 'vocabulary', vocabulary, decided: false })),
    ).toEqual([])
    const lost = taken(['G28', 'M104 S@ooze_safe', 'M190 S@bed', 'M109 S@nozzle'], {
      kind: 'vocabulary',
      vocabulary,
      decided: false,
    })
    expect(lost[0]?.untranslatable).toMatchObject([{ line: 2 }])
    expect(lost[0]?.otherwise.map(each => [each.job, each.line])).toEqual([
      ['cool', 3],
      ['hot', 3],
    ])
    const decided = taken(['G28', 'M104 S@ooze_safe', 'M190 S@bed', 'M109 S@nozzle'], {
      kind: 'vocabulary',
      vocabulary,
      decided: true,
    })
    expect(decided).toHaveLength(2)
    expect(unproven(decided)).toEqual([])
  })

  it('have a setting’s own number at each place where it is used', () => {
    const vocabulary = learn('M190 S{first_bed_temp}', 'mine')?.vocabulary
    if (!vocabulary) throw new Error('nothing learned')
    const lines = ['G28', ';= up = 5 mm', 'G1 Z@up F600', ';= up = 9 mm', 'G1 Z@up F600']
    const [file] = taken(lines, { kind: 'vocabulary', vocabulary, decided: false })
    expect(file?.text).toContain('G1 Z5 F600\n;= up = 9 mm\nG1 Z9 F600')
    expect(unproven(file ? [file] : [])).toEqual([])
  })
})

it('is proven with the file that is exported, not with one of its name that the printer has already', () => {
  const settings = jobs('macro-file').map(setting => ({
    ...setting,
    printer: { ...setting.printer, macroFiles: [{ name: 'prelude-start.g', text: 'M117 an older one\n' }] },
  })) as [RehearsalInput, RehearsalInput]
  const form: Form = { kind: 'macro-files', vocabularies: [] }
  const [file] = exportScript('G28\nM117 new\n', settings, { form, comments: true, ending: 'as-it-is' })
  expect(file?.otherwise).toEqual([])
})
