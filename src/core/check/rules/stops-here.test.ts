import { describe, expect, it } from 'vitest'
import type { Moment } from '../../model/moment.ts'
import { rehearseScript } from '../../round.ts'
import { found, job, material, printer, round } from '../../testing/stage.ts'

const rule = 'stops-here'

describe(rule, () => {
  it('reports an emergency stop with what it leaves: M112 turns every heater off', () => {
    const [finding] = found(rule, 'M140 S60\nM112\nM190 S60')
    expect(finding).toMatchObject({ line: 2, severity: 'error' })
    expect(finding?.message).toBe(
      'M112 stops the machine, which must be restarted. No later line runs. All heaters are off.',
    )
  })

  it('reports the end of the job wherever the print would go on, and not where it is over', () => {
    const over: Moment[] = ['end', 'cancel']
    const goesOn: Moment[] = ['start', 'layer-change', 'tool-change', 'pause', 'resume', 'between-objects']
    expect(over.flatMap(moment => found(rule, 'M524', moment))).toEqual([])
    expect(goesOn.map(moment => found(rule, 'M524', moment)[0]?.line)).toEqual(goesOn.map(() => 1))
  })

  it('keeps other rules silent about lines that never run, and about what is left for the print', () => {
    // Without M112: line 3 is outside the reach, the bed is not waited for, and relative positions stay on.
    const after = '\nG91\nG1 X999 F3000'
    const rules = (text: string) => round(text).findings.map(finding => finding.rule)
    expect(rules(`M140 S60\nG28${after}`)).toEqual(expect.arrayContaining(['outside-reach', 'relative-left-on']))
    // Line 1 runs, and types in a temperature.
    expect(rules(`M140 S60\nG28\nM112${after}`)).toEqual([rule, 'fixed-temperature'])
  })

  it('is advice in an open config, whose macro may raise an error on purpose, and hides nothing of other macros', () => {
    const macros = [
      '[gcode_macro CHECK]',
      'gcode:',
      '  { action_raise_error("no plate") }',
      '[gcode_macro OTHER]',
      'gcode:',
      '  OTHER',
    ].join('\n')
    const host = { ...printer, firmware: { family: 'host', version: '12.0', abilities: {} }, macros } as const
    const opened = { file: null, call: 'CHECK' }
    const { findings } = rehearseScript(macros, { printer: host, material, job, moment: 'start', opened })
    expect(findings.find(finding => finding.rule === rule)).toMatchObject({ line: 3, severity: 'advice' })
    expect(findings.find(finding => finding.rule === 'never-ends')?.line).toBe(6)
  })
})
