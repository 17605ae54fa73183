import { describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters } from '../../../demo/load.ts'
import { type RehearsalInput, rehearseScript, stageOf } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { learn } from '../vocabulary/learn.ts'
import { toHostMacro } from './host-macro.ts'
import { callIn, callLine } from './macro-writer.ts'

const text = [
  '; for every job',
  ';= purge = 12 mm from 8 to 40   each way',
  ';= long = purge * 8 + 4',
  'G90',
  'M83',
  'M140 S@(highest bed) ; the slow one',
  'M104 S@ooze_safe',
  ';? when highest bed > 70 and not uses T1',
  'G4 S@(soak * 60)',
  ';? otherwise when bed is 45',
  'M117 Soft',
  ';? otherwise',
  'M117 Plain',
  ';? end',
  'G28',
  ';? when has probe',
  'BED_MESH_CALIBRATE',
  ';? end',
  'M190 S@(max(bed, 40))',
  'M109 S@(nozzle of T0)',
  'G1 X10 Y4 Z@(first_layer + 0.1) F3000',
  'G1 X@(10 + clamp(long, 20, 120)) E@purge F1200',
  'G92 E0',
].join('\n')

const host = { ...printer, firmware: { family: 'host' as const, version: '12.0', abilities: {} } }
const setting: RehearsalInput = { printer: host, material, job, moment: 'start' }

describe('a script as a host’s macro', () => {
  it('has parameters with defaults, settings, and branches', () => {
    const { config, call, untranslatable } = toHostMacro(text, stageOf(setting))
    expect(untranslatable).toEqual([])
    expect(config).toContain('[gcode_macro PRELUDE_START]\n')
    expect(config).toContain('  {% set highest_bed = params.HIGHEST_BED|default(60)|float %}\n')
    expect(config).toContain('  {% set purge = 12 %}\n  {% set long = purge * 8 + 4 %}\n')
    expect(config).toContain('  {% if (highest_bed > 70) and (not (uses_t1 > 0)) %}\n')
    expect(config).toContain('  G1 X{(10 + ([[long, 20]|max, 120]|min))|round(3)} E{(purge)|round(3)} F1200\n')
    expect(callLine(call)).toBe(
      'PRELUDE_START HIGHEST_BED=@(highest bed) OOZE_SAFE=@ooze_safe USES_T1=@(choose(uses T1, 1, 0)) SOAK=@soak BED=@bed NOZZLE_T0=@(nozzle of T0) FIRST_LAYER=@first_layer',
    )
  })

  it.each(demoMaterials().map(each => [each.name, each] as const))(
    'read back, its call gives the same rehearsal with %s',
    (_, own) => {
      const { config, call } = toHostMacro(text, stageOf(setting))
      for (const each of demoJobs().filter(({ materials }) => materials.length === 1)) {
        const its = { ...setting, material: own, job: { ...each, firstTool: 0, materials: [own.name] } }
        const before = rehearseScript(text, its)
        const after = rehearseScript(callLine(call), { ...its, printer: { ...host, macros: config } })
        expect(after.trace.totalS).toBeCloseTo(before.trace.totalS, 6)
        expect(after.filament).toEqual(before.filament)
        expect(after.trace.messages.map(message => message.text)).toEqual(
          before.trace.messages.map(message => message.text),
        )
        expect(after.strokes.map(({ line: _line, ...stroke }) => stroke)).toEqual(
          before.strokes.map(({ line: _line, ...stroke }) => stroke),
        )
        expect(after.trace.rows.modes.at(-1)).toEqual(before.trace.rows.modes.at(-1))
      }
    },
  )

  it('is called in a vocabulary’s words', () => {
    const vocabulary = learn('M190 S{first_bed_temp}\nM109 S{first_nozzle_temp(0)}', 'mine')?.vocabulary
    if (!vocabulary) throw new Error('nothing learned')
    const { call } = toHostMacro('M190 S@bed\nM109 S@(nozzle of T0)', stageOf(setting))
    expect(callIn(call, vocabulary, () => false)).toEqual({
      line: 'PRELUDE_START BED={first_bed_temp} NOZZLE_T0={first_nozzle_temp(0)}',
      left: [],
    })
    // What the vocabulary has no word for is left to what the macro has for it.
    const { call: more } = toHostMacro('M190 S@bed\nM104 S@ooze_safe', stageOf(setting))
    expect(callIn(more, vocabulary, () => false)).toEqual({
      line: 'PRELUDE_START BED={first_bed_temp}',
      left: ['OOZE_SAFE'],
    })
  })

  it('tells what it can’t say', () => {
    expect(toHostMacro('M117 {word}\nM104 S@wibble', stageOf(setting)).untranslatable.map(({ line }) => line)).toEqual([
      1, 2,
    ])
  })

  it('is sound where the script is: Dunlin’s script for any material, on a host', () => {
    const curlew = demoPrinters().find(({ name }) => name === 'Curlew') ?? host
    expect(toHostMacro('M140 S@bed\nG28\nM190 S@bed', stageOf({ ...setting, printer: curlew })).untranslatable).toEqual(
      [],
    )
  })
})
