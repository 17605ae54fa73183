// Passages go as a whole, with the guards, branches, loops and markers that they are made of, or not at all.
import { describe, expect, it } from 'vitest'
import { read } from '../../gcode/read.ts'
import { job, material, printer } from '../../model/example.ts'
import { applyEdits } from '../../model/script.ts'
import { rehearseScript } from '../../round.ts'
import { keptFrom, putRefrain, refrainsIn, rolledOut } from '../refrains.ts'
import { type EditRequest, planEdit } from './edit.ts'

function edited(
  text: readonly string[],
  request: Partial<EditRequest> & { do: string },
  title: string,
  family: 'board' | 'macro-file' = 'board',
) {
  const whole = `${text.join('\n')}\n`
  const machine = { ...printer, firmware: { ...printer.firmware, family } }
  const round = rehearseScript(whole, { printer: machine, job, material, moment: 'start' })
  const passage = round.passages.find(each => each.title === title)
  if (!passage) throw new Error(`no ${title}: ${round.passages.map(each => each.title)}`)
  const plan = planEdit(whole, round, { at: passage.firstLine, ...request } as EditRequest)
  return plan.ok ? applyEdits(whole, plan.edits).trimEnd().split('\n') : plan.why
}

const warm = ['; --- warm ---', 'M104 S200', 'M109 S200', '']
const zero = ['; --- zero ---', 'G28', '']
const purge = [
  '; --- purge ---',
  ';? when nozzle > 240',
  'M83',
  'G1 X10 Y20 Z0.3 F3000',
  'G1 Y120 E12 F1200',
  ';? otherwise',
  'M83',
  'G1 X10 Y20 Z0.3 F3000',
  'G1 Y100 E9 F1200',
  ';? end',
]

describe('a passage that is a guard', () => {
  it('goes with its conditions', () => {
    expect(edited([...warm, ...zero, ...purge], { do: 'remove' }, 'purge')).toEqual([...warm, ...zero].slice(0, -1))
    expect(edited([...warm, ...purge, '', ...zero], { do: 'move-down' }, 'purge')).toEqual([
      ...warm,
      ...zero.slice(0, -1),
      '',
      ...purge,
    ])
    expect(edited([...warm, ...purge], { do: 'duplicate' }, 'purge')).toEqual([...warm, ...purge, '', ...purge])
    expect(edited([...warm, ...purge], { do: 'make-refrain', name: 'line' }, 'purge')).toEqual([
      ...warm,
      ';& line',
      ...purge,
      ';& end line',
    ])
  })

  it('is commented out whole', () => {
    const commentedOut = edited([...warm, ...purge], { do: 'sleep' }, 'purge')
    expect(commentedOut).toEqual([...warm, ...purge.map(line => (line.startsWith(';') ? line : `;${line}`))])
  })
})

describe('a passage within a guard', () => {
  const text = [
    ...warm,
    ';? when nozzle > 240',
    ...zero,
    '; --- wait ---',
    'G4 P3000',
    ';? end',
    '',
    '; --- level ---',
    'M420 S1',
  ]
  it('may go by itself, and stays within it', () => {
    expect(edited(text, { do: 'move-down' }, 'zero')).toEqual([
      ...warm,
      ';? when nozzle > 240',
      '; --- wait ---',
      'G4 P3000',
      '',
      ...zero.slice(0, -1),
      ';? end',
      ...text.slice(-3),
    ])
    expect(edited(text, { do: 'move-down' }, 'wait')).toContain('the guard on lines 5 to 11')
    expect(edited(text, { do: 'move-up' }, 'zero')).toContain('the guard on lines 5 to 11')
  })
})

describe('a passage that a block cuts', () => {
  it('stays: the block can’t be parted', () => {
    const half = [
      ...warm,
      '; --- both ---',
      'G28',
      ';? when nozzle > 240',
      'M420 S1',
      '',
      '; --- after ---',
      'M117 hot',
      ';? end',
    ]
    expect(edited(half, { do: 'remove' }, 'both')).toContain('“both” and the guard on lines 7 to 12 overlap')
    const loop = [...warm, '; --- both ---', 'M808 L2', 'G28', '', '; --- after ---', 'M117 hot', 'M808']
    expect(edited(loop, { do: 'sleep' }, 'both')).toContain('the loop on lines 6 to 11 overlap')
    const foreign = [
      ...warm,
      '; --- both ---',
      'G28',
      '{if first_tool > 0}',
      'M420 S1',
      '',
      '; --- after ---',
      'M117 hot',
      '{endif}',
    ]
    expect(edited(foreign, { do: 'duplicate' }, 'both')).toContain('the branch on lines 7 to 12 overlap')
  })

  it('goes with the firmware’s own branch by how far right its lines stand', () => {
    const file = [
      ...warm,
      '; --- zero ---',
      'if !move.axes[0].homed',
      '  G28',
      'else',
      '  M117 "there"',
      '',
      '; --- level ---',
      'G29 S1',
    ]
    expect(edited(file, { do: 'remove' }, 'zero', 'macro-file')).toEqual([...warm, '; --- level ---', 'G29 S1'])
    const half = [
      ...warm,
      '; --- zero ---',
      'if !move.axes[0].homed',
      '  G28',
      '',
      '; --- level ---',
      '  G29 S1',
      'M117 "there"',
    ]
    expect(edited(half, { do: 'remove' }, 'zero', 'macro-file')).toContain('the branch on lines 6 to 10 overlap')
  })
})

describe('refrains', () => {
  it('heed what is kept, and stand in no other', () => {
    const script = ';& line\nM83\n;! the clip\nG1 Y20 F600\n;& end line\n'
    expect(keptFrom(script, 'line', 'M83\nG1 Y30\n')).toEqual({ line: 4, why: 'the clip' })
    expect(rolledOut(script, 'line', 'M83\nG1 Y30\n')).toBe(script)
    expect(rolledOut(script, 'line', 'M82\n;! the clip\nG1 Y20 F600\n')).toBe(
      ';& line\nM82\n;! the clip\nG1 Y20 F600\n;& end line\n',
    )
    const nested = ';& a\nM83\n;& b\nG28\n;& end b\n;& end a\n'
    expect(refrainsIn(read(nested)).map(({ name, firstLine, lastLine }) => [name, firstLine, lastLine])).toEqual([
      ['b', 3, 5],
      ['a', 1, 6],
    ])
    const round = rehearseScript(nested, { printer, job, material, moment: 'start' })
    const put = (at: number, text: string) => putRefrain({ text: nested, ...round }, { name: 'c', text }, at)
    expect(put(4, 'M117 x')).toMatchObject({ ok: false, why: expect.stringContaining('within the refrain “b”') })
    expect(put(7, nested)).toMatchObject({ ok: false, why: expect.stringContaining('has the refrain “b” in it') })
  })
})
