import { describe, expect, it } from 'vitest'
import type { Vocabulary } from '../../model/vocabulary.ts'
import { rehearseScript } from '../../round.ts'
import { job, material, printer } from '../../testing/stage.ts'
import { valueNotInVocabulary } from './value-not-in-vocabulary.ts'

// With words for the bed and the nozzle, no formulas and no branches.
const vocabulary = { ...(valueNotInVocabulary.example.vocabulary as Vocabulary), printers: [printer.name] }
const found = (text: string, its: Partial<Vocabulary> | null = {}, rule = 'value-not-in-vocabulary') =>
  rehearseScript(text, {
    printer,
    material,
    job,
    moment: 'start',
    ...(its && { vocabulary: { ...vocabulary, ...its } }),
  }).findings.filter(finding => finding.rule === rule)

describe('value-not-in-vocabulary', () => {
  it('reports a value without a word, once, where it stands first', () => {
    const findings = found('M190 S@bed\nG1 X@print_left F3000\nG1 Y@print_left')
    expect(findings).toMatchObject([{ line: 2, severity: 'advice' }])
    expect(findings[0]?.message).toContain('“ours” can’t express @print_left')
  })

  it('reports guards where there are no branches', () =>
    expect(found(';? when bed > 70\nM117 Hot\n;? end').map(({ line }) => line)).toContain(1))

  it('is content with what can be said, and where no vocabulary is for this printer', () => {
    expect(found('M190 S@bed\nM109 S@nozzle')).toEqual([])
    expect(found('G1 X@print_left F3000', null)).toEqual([])
  })
})

describe('a vocabulary’s own lines', () => {
  const cold = 'G28\nM83\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1000'

  it('that heat where the script doesn’t keep a purge from being called cold', () => {
    expect(found(cold, {}, 'cold-extrude')).toHaveLength(1)
    expect(found(cold, { addsHeating: true }, 'cold-extrude')).toEqual([])
  })

  it('that set the filament to zero make up for a script that doesn’t', () => {
    const extruded = 'G28\nM109 S200\nM82\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1000'
    expect(found(extruded, {}, 'filament-not-reset')).toHaveLength(1)
    expect(found(extruded, { resetsFilament: true }, 'filament-not-reset')).toEqual([])
  })
})
