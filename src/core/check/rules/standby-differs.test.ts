import { describe, expect, it } from 'vitest'
import type { Moment } from '../../model/moment.ts'
import { rehearseScript } from '../../round.ts'
import { fixed, job, material, printer } from '../../testing/stage.ts'

const rule = 'standby-differs'

describe(rule, () => {
  const tools = [printer.tools[0], printer.tools[0]] as (typeof printer)['tools']
  const board = { family: 'macro-file' as const, version: '3.4', abilities: {} }
  const found = (text: string, moment: Moment = 'start', materials = ['Test stuff', 'Test stuff']) =>
    rehearseScript(text, {
      printer: { ...printer, tools, firmware: board },
      material,
      job: { ...job, materials },
      moment,
    }).findings.filter(finding => finding.rule === rule)

  it('reports a tool that waits 5 °C and more above what its material may hold, 160 °C', () => {
    const text = 'G10 P1 S200 R166'
    const [finding] = found(text)
    expect(finding).toMatchObject({ line: 1, severity: 'advice' })
    expect(finding?.message).toContain('T1 stands by at 166 °C; Test stuff oozes above 160 °C')
    expect(fixed(text, finding)).toBe('G10 P1 S200 R@(ooze_safe of T1)')
  })

  it('reports the tool that is left hot at a tool change', () => {
    expect(found('G10 P0 R190\nT1', 'tool-change')).toMatchObject([{ line: 1 }])
    // What it holds in use is left behind with it: it stands by at 160 °C.
    expect(found('G10 P0 S200\nT1', 'tool-change')).toEqual([])
  })

  it('tells of one heater for two tools that want a degree more or less: each change waits for it', () => {
    const shared = tools.map((tool, each) => ({ ...tool, heater: each === 0 ? null : 0 }))
    const change = (text: string) =>
      rehearseScript(text, {
        printer: { ...printer, tools: shared },
        material,
        job: { ...job, materials: ['Test stuff', 'Test stuff'] },
        moment: 'tool-change',
      }).findings.filter(finding => finding.rule === rule)
    // τ = 212.8 s towards 500 °C: 195 to 196 °C takes 212.8 · ln(305/304) = 0.7 s.
    expect((100 / Math.log(480 / 300)) * Math.log(305 / 304)).toBeCloseTo(0.7, 1)
    expect(change('T1\nM109 S196')[0]?.message).toContain('delays each change by about 0.7 s')
    expect(fixed('T1\nM109 S196', change('T1\nM109 S196')[0])).toBe('T1\nM109 S195')
    // Up to 5 °C; a larger difference is two materials' needs.
    expect(change('T1\nM109 S200')).toHaveLength(1)
    expect(change('T1\nM109 S201')).toEqual([])
    expect(change('T1\nM109 S195')).toEqual([])
    expect(change('T1\nM109 S230')).toEqual([])
  })

  it('is content at that heat, colder, and with tools that the job does not use', () => {
    expect(found('G10 P1 S200 R160')).toEqual([])
    expect(found('G10 P1 S200 R165')).toEqual([])
    expect(found('G10 P1 S200 R0')).toEqual([])
    expect(found('G10 P1 S200 R190', 'start', ['Test stuff'])).toEqual([])
  })
})
