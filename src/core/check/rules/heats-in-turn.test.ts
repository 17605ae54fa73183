import { describe, expect, it } from 'vitest'
import { twoTools } from '../../model/example.ts'
import { rehearseScript } from '../../round.ts'
import { fixed, found, job, material, printer, round } from '../../testing/stage.ts'

const rule = 'heats-in-turn'

describe(rule, () => {
  it('reports a bed of 120 s and then a nozzle of 100 s, and what both at once save', () => {
    // In turn 120 + 100 = 220 s. With the nozzle at 160 °C beforehand only the way from there to 200 is left:
    // τ·ln(340/300) = 212.764·0.125163 = 26.63 s after the bed; together 146.63 s, and 73.4 s are saved.
    const text = 'M190 S60\nM109 S200'
    const [finding] = found(rule, text)
    expect(finding).toMatchObject({ line: 2, severity: 'advice' })
    expect(finding?.message).toContain('saves 1 min 13 s')
    const after = fixed(text, finding)
    expect(after).toBe('M104 S160\nM190 S60\nM109 S200')
    expect(round(text).trace.totalS - round(after).trace.totalS).toBeCloseTo(73.37, 1)
  })

  it('starts a bed that comes after the nozzle', () => {
    expect(fixed('M109 S200\nM190 S60', found(rule, 'M109 S200\nM190 S60')[0])).toBe('M140 S60\nM109 S200\nM190 S60')
  })

  it('is content where both are started first, and where the supply can’t feed both', () => {
    expect(found(rule, 'M140 S60\nM104 S160\nM190 S60\nM109 S200')).toEqual([])
    const heaters = { ...printer.heaters, together: false }
    expect(found(rule, 'M190 S60\nM109 S200', 'start', { heaters })).toEqual([])
  })

  it('does not ask for 10 s: a nozzle that goes from 160 °C on is started already', () => {
    expect(found(rule, 'M104 S160\nM190 S60\nM104 S200\nM109 S200')).toEqual([])
  })

  it('advises at a change to heat the next tool before the way, not after it', () => {
    const change = (text: string) =>
      rehearseScript(text, {
        printer: { ...printer, tools: twoTools },
        material,
        job: { ...job, materials: ['Test stuff', 'Test stuff'] },
        moment: 'tool-change',
      })
    const late = (text: string) => change(text).findings.filter(finding => finding.rule === rule)
    // 100 mm at 25 mm/s and 2000 mm/s²: 4.01 s and a rest, all of which the nozzle could have had.
    const text = 'G91\nG1 Z2 F600\nG90\nG1 X10 F1500\nT1\nM109 T1 S195'
    const [finding] = late(text)
    expect(finding).toMatchObject({ line: 6, severity: 'advice' })
    const after = fixed(text, finding)
    expect(after.startsWith(';? when to_tool is 0\nM104 T0 S@(nozzle_later of T0)\n')).toBe(true)
    const saves = change(text).durations.totalS - change(after).durations.totalS
    // The lift, 2 mm at 10 mm/s and 100 mm/s², takes 0.3 s: 4.3 s in all.
    expect(saves).toBeCloseTo(4.3, 1)
    expect(finding?.message).toContain('each change is 4.3 s shorter')
    expect(late(after)).toEqual([])
    expect(late('M104 T1 S195\nG1 X10 F1500\nT1\nM109 T1 S195')).toEqual([])
  })
})
