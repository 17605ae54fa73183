import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials } from '../../../demo/load.ts'
import { type RehearsalInput, rehearseScript, stageOf } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { toMacroFiles } from './macro-files.ts'
import { callLine } from './macro-writer.ts'

const board = { ...printer, firmware: { family: 'macro-file' as const, version: '3.4', abilities: {} } }
const setting: RehearsalInput = { printer: board, material, job, moment: 'start' }

const text = [
  '; for every job',
  ';= purge = 12 mm from 8 to 40   each way',
  ';= long = purge * 8 + 4',
  'G90',
  'M83',
  'M140 S@(highest bed) ; the slow one',
  'M104 S@ooze_safe',
  ';? when highest bed > 70 and not uses T1',
  ';? when soak > 0',
  'G4 S@(soak * 60)',
  ';? end',
  ';? otherwise when bed is 45',
  'M117 Soft',
  ';? otherwise',
  'M117 Plain',
  ';? end',
  'G28',
  ';? when has probe or has brush',
  'G29 S0',
  ';? end',
  'if move.axes[0].homed',
  '  M117 homed',
  'M190 S@(max(bed, 40))',
  'M109 S@(nozzle of T0)',
  'G1 X10 Y4 Z@(first_layer + 0.1) F3000',
  'G1 X@(10 + clamp(long, 20, 120)) E@(round(purge)) F1200',
  'G92 E0',
].join('\n')

/** Strokes without their lines, to a millionth: the board reckons with more digits than are written into a command. */
const plain = ({ strokes }: ReturnType<typeof rehearseScript>): unknown =>
  JSON.parse(
    JSON.stringify(
      strokes.map(({ line: _line, ...stroke }) => stroke),
      (_, value) => (typeof value === 'number' ? Number(value.toFixed(6)) : value),
    ),
  )

describe('a script as macro files', () => {
  it('has letters with what they are otherwise, variables, and branches by indentation', () => {
    const [file] = toMacroFiles(text, stageOf(setting))
    expect(file?.untranslatable).toEqual([])
    expect(file?.name).toBe('prelude-start.g')
    expect(file && callLine(file.call)).toBe(
      'M98 P"prelude-start.g" A@(highest bed) B@ooze_safe C@(choose(uses T1, 1, 0)) D@soak E@bed F@(nozzle of T0) H@first_layer',
    )
    const lines = file?.text.split('\n') ?? []
    expect(lines).toContain('var highest_bed = exists(param.A) ? param.A : 60')
    expect(lines).toContain('M140 S{floor(var.highest_bed + 0.5)} ; the slow one')
    const at = lines.indexOf('if (var.highest_bed > 70) && (!(var.uses_t1 > 0))')
    expect(lines.slice(at, at + 7)).toEqual([
      'if (var.highest_bed > 70) && (!(var.uses_t1 > 0))',
      '  if var.soak > 0',
      '    G4 S{var.soak * 60}',
      'elif abs((var.bed) - (45)) < 0.000001',
      '  M117 Soft',
      'else',
      '  M117 Plain',
    ])
    expect(lines).toContain('if (true) || (false)')
    expect(lines).toContain('G1 X{10 + min(max(var.long, 20), 120)} E{floor(var.purge + 0.5)} F1200')
  })

  it.each(demoMaterials().map(each => [each.name, each] as const))(
    'read back, its call gives the same rehearsal with %s',
    (_, own) => {
      const [file] = toMacroFiles(text, stageOf(setting))
      for (const each of demoJobs().filter(({ materials }) => materials.length === 1)) {
        const its = { ...setting, material: own, job: { ...each, firstTool: 0, materials: [own.name] } }
        const before = rehearseScript(text, its)
        const after = rehearseScript(file ? callLine(file.call) : '', {
          ...its,
          printer: { ...board, macroFiles: [{ name: file?.name ?? '', text: file?.text ?? '' }] },
        })
        expect(after.trace.troubles).toEqual([])
        expect(after.trace.totalS).toBeCloseTo(before.trace.totalS, 6)
        expect(after.filament).toEqual(before.filament)
        expect(after.trace.messages.map(message => message.text)).toEqual(
          before.trace.messages.map(message => message.text),
        )
        expect(plain(after)).toEqual(plain(before))
        expect(after.trace.rows.modes.at(-1)).toEqual(before.trace.rows.modes.at(-1))
      }
    },
  )

  it('at a tool change there is one for each tool, with what that tool wants', () => {
    const tools = [0, 1, 2].map(() => board.tools[0] as (typeof board.tools)[number])
    const cool = { ...material, name: 'Cool', nozzleLaterC: 190 }
    const stage = stageOf({
      ...setting,
      printer: { ...board, tools },
      materials: [material, cool, material],
      job: { ...job, materials: [material.name, 'Cool'] },
      moment: 'tool-change',
    })
    const files = toMacroFiles('G10 P@to_tool S@(nozzle_later of next)', stage)
    expect(files.map(({ name }) => name)).toEqual(['prelude-tool-0.g', 'prelude-tool-1.g', 'prelude-tool-2.g'])
    expect(files.map(file => /nozzle_later_next = .* : (\d+)/.exec(file.text)?.[1])).toEqual([
      String(material.nozzleLaterC),
      '190',
      String(material.nozzleLaterC),
    ])
    expect(files.map(file => /to_tool = .* : (\d+)/.exec(file.text)?.[1])).toEqual(['0', '1', '2'])
  })

  it('tells what it can’t say', () => {
    expect(
      toMacroFiles('M117 {word}\nM104 S@wibble', stageOf(setting))[0]?.untranslatable.map(({ line }) => line),
    ).toEqual([2])
  })
})
