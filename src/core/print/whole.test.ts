// Whole prints on the bench with two nozzles: numbers worked out by hand. Board firmware, 1.75 mm filament (2.405 mm²), travel
// 2000 mm/s², nozzle constants τ = 100/ln(480/300) = 212.8 s up and 240/ln(180/30) = 133.9 s down, windows and dwells 0.
import { describe, expect, it } from 'vitest'
import { nozzleModel } from '../machine/temperature.ts'
import { twoTools } from '../model/example.ts'
import type { Job } from '../model/job.ts'
import { JobReader } from '../printfile/job-reader.ts'
import { rehearseScript } from '../round.ts'
import { job, material, printer } from '../testing/stage.ts'
import { foundIn, wholePrintAnswer } from './answer.ts'
import { occasionsOf } from './sequence.ts'
import type { PrintSetting, Scripts, Situation } from './situation.ts'
import { wholePrint } from './whole.ts'

const twoTool: Job = { ...job, materials: ['Test stuff', 'Test stuff'], top: { kind: 'height', mm: 1 } }
const setting = (over: Partial<Job> = {}): PrintSetting => ({
  printer: { ...printer, tools: twoTools },
  material,
  materials: [material, material],
  job: { ...twoTool, ...over },
})
const start = 'G28\nM104 T0 S200\nM104 T1 S160\nM109 T0 S200\nM83'
const print = (scripts: Scripts, over: Partial<Job> = {}) => wholePrint(setting(over), { start, ...scripts })
const one = (situations: readonly Situation[], moment: string): Situation => {
  const found = situations.find(each => each.moment === moment)
  if (!found) throw new Error(`nothing runs at ${moment}`)
  return found
}

describe('what runs in a print, in order', () => {
  const order = (over: Partial<Job>) =>
    [...occasionsOf({ ...twoTool, ...over }, setting().printer)].map(
      ({ moment, layer, change }) => `${layer} ${moment}${change ? ` ${change.from}→${change.to}` : ''}`,
    )

  it('is the start, the material, layers with their changes, the material, the end', () => {
    // 0.4 mm: two layers; one change in each.
    expect(order({ top: { kind: 'height', mm: 0.4 } })).toEqual([
      '1 start',
      '1 material-start 0→0',
      ...['material-end', 'tool-leave', 'tool-change', 'tool-arrive', 'material-start'].map(each => `1 ${each} 0→1`),
      '2 before-layer',
      '2 layer-change',
      ...['material-end', 'tool-leave', 'tool-change', 'tool-arrive', 'material-start'].map(each => `2 ${each} 1→0`),
      '2 material-end 0→0',
      '2 end',
    ])
  })

  it('has a material’s lines outside of start and end where the program puts them there', () => {
    const moments = [...occasionsOf({ ...twoTool, materials: ['Test stuff'] }, setting().printer, true)].map(
      ({ moment }) => moment,
    )
    expect(moments.slice(0, 2)).toEqual(['material-start', 'start'])
    expect(moments.slice(-2)).toEqual(['end', 'material-end'])
  })

  it('stops at its layers, and prints object after object from the first tool on', () => {
    const one = { materials: ['Test stuff'], top: { kind: 'height' as const, mm: 0.4 } }
    expect(order({ ...one, stops: [{ layer: 2, mm: null, runs: 'pause' }], objects: 2 })).toEqual([
      '1 start',
      '1 material-start 0→0',
      '2 before-layer',
      '2 layer-change',
      '2 pause',
      '2 resume',
      '2 between-objects',
      '2 before-layer',
      '2 layer-change',
      '2 pause',
      '2 resume',
      '2 material-end 0→0',
      '2 end',
    ])
  })
})

describe('what a change takes', () => {
  const change = 'G1 X10 F6000\nT@to_tool\nM109 S200\nG1 E10 F300\nM104 T@from_tool S160'

  it('is travel, heat from standing by, and the purge', () => {
    const { situations } = print({ 'tool-change': change })
    const first = one(situations, 'tool-change')
    // From the print’s back right corner (110, 110) 100 mm at 100 mm/s, 2000 mm/s²: 100/100 + 100/2000 = 1.05 s. Then, in place of
    // a stop, on with the wait: 160 → 200 °C at full power: 212.77 · ln(340/300) = 26.63 s. 10 mm at 5 mm/s: 2 s + 5/500 = 2.01 s.
    const heat = (100 / Math.log(480 / 300)) * Math.log(340 / 300)
    expect(first.seconds).toBeCloseTo(1.05 + heat + 2.01, 1)
    expect(first.extrudedMm3[1]).toBeCloseTo((10 * Math.PI * 1.75 ** 2) / 4, 6)
  })

  it('adds up over four hundred changes: 400 · 10 mm are 9.62 cm³, 12.03 g', () => {
    // One change a layer in 400 layers of 0.2 mm: 80 mm. 4000 mm · 2.4053 mm² = 9621 mm³ · 1.25 g/cm³ = 12.03 g, at 20 a kg 0.24.
    const { changes, purgedG, cost, situations } = print({ 'tool-change': change }, { top: { kind: 'height', mm: 80 } })
    expect(changes).toBe(400)
    expect(purgedG).toBeCloseTo(12.03, 2)
    expect(cost).toBeCloseTo(0.2405, 3)
    // The first use of T1, then each way low down and high up.
    expect(situations.filter(({ moment }) => moment === 'tool-change')).toHaveLength(5)
  })

  it('stands for a degree of difference on one heater, at every change', () => {
    const tools = twoTools.map((tool, each) => ({ ...tool, heater: each === 0 ? null : 0 }))
    const slip = 'T@to_tool\n;? when to_tool is 1\nM109 S196\n;? otherwise\nM109 S195\n;? end'
    const whole = wholePrint({ ...setting(), printer: { ...printer, tools } }, { start, 'tool-change': slip })
    // Printing, the heater holds 195. T1 waits from 195 to 196: 212.77 · ln(305/304) = 0.70 s. Its own printing is at 195 again.
    const up = whole.situations.filter(each => each.moment === 'tool-change' && each.change?.to === 1 && each.layer > 1)
    expect(up[0]?.seconds).toBeCloseTo((100 / Math.log(480 / 300)) * Math.log(305 / 304), 2)
    expect(foundIn(whole).map(({ finding }) => finding.rule)).toContain('standby-differs')
  })

  it('counts the slicer’s own line where no script takes the tool', () => {
    const { situations } = print({})
    const changes = situations.filter(({ moment }) => moment === 'tool-change')
    expect(changes.map(({ bySlicer, round }) => [bySlicer, round])).toEqual([
      ['T1', null],
      ['T0', null],
      ['T1', null],
      ['T0', null],
    ])
    // Five layers, 1 mm: 0→1 for the first time in layer 1, 1→0 below the middle in 2, 0→1 above it in 3 and 5, 1→0 above it in 4.
    expect(situations.map(({ moment, layer, times }) => `${moment} ${layer} ×${times}`)).toEqual([
      'start 1 ×1',
      'tool-change 1 ×1',
      'tool-change 2 ×1',
      'tool-change 3 ×2',
      'tool-change 4 ×1',
    ])
  })
})

describe('the state handed on', () => {
  it('has the tool that rests cooling and the one in use warm, and a drop that hangs is carried to the next change', () => {
    const { situations } = print({ 'tool-change': 'T@to_tool' }, { takes: { minutes: 20, grams: 5 } })
    const back = situations.find(each => each.change?.to === 0)
    // 20 min in five layers of two tools: T1 prints 120 s of the first and 120 s of the second layer until T0 is taken again. At the
    // first layer’s 200 °C, 40 too many, 30 · ln(1 + 0.16 · 240/30) = 24.7 mm³ leave it; 8 at most still hang.
    const lost = 30 * Math.log(1 + (0.004 * 40 * 240) / 30)
    expect(lost).toBeGreaterThan(8)
    expect(back?.from?.tips[0]?.hangingMm3).toBeCloseTo(8, 6)
    expect(back?.from?.tips[0]?.lostMm3).toBeCloseTo(lost, 0)
  })

  it('cools on the exponential of the nozzle where it was turned off', () => {
    const off = 'T@to_tool\nM104 T@from_tool S0'
    const { situations } = print({ 'tool-change': off }, { takes: { minutes: 20, grams: 5 } })
    const back = situations.find(each => each.change?.to === 0)
    // 240 s from 200 °C: just what the bench was measured by, down to 50.
    expect(nozzleModel(printer.heaters.nozzle).coolS).toBeCloseTo(133.9, 1)
    expect(back?.from?.heat.nozzlesC[0]).toBeCloseTo(50, 3)
  })

  it('begins each script where the one before ended: a retraction of the leaving script is there at the change', () => {
    const { situations } = print({ 'tool-leave': 'G1 E-3 F1800', 'tool-change': 'T@to_tool' })
    const leave = one(situations, 'tool-leave')
    const change = one(situations, 'tool-change')
    expect(leave.state.tips[0]?.backMm).toBe(3)
    expect(change.from).toEqual(leave.state)
  })

  it('runs another branch as a situation of its own', () => {
    const { situations } = print(
      { 'layer-change': ';? when layer is 3\nM117 three\n;? end' },
      { materials: ['Test stuff'] },
    )
    const layers = situations.filter(({ moment }) => moment === 'layer-change')
    expect(layers.map(({ layer, times }) => [layer, times])).toEqual([
      [2, 1],
      [3, 1],
      [5, 2],
    ])
  })
})

describe('what is found', () => {
  it('is told once, with the situation in which it comes first', () => {
    const whole = print({ 'tool-change': 'G4 S20\nT@to_tool' })
    const over = foundIn(whole).filter(({ finding }) => finding.rule === 'change-over-print')
    expect(over.map(({ situation: { change, layer } }) => [change?.from, change?.to, layer])).toEqual([[0, 1, 1]])
    const answer = wholePrintAnswer(whole)
    expect(answer.findings.find(each => each.rule === 'change-over-print')).toMatchObject({
      moment: 'tool-change',
      from_tool: 0,
      to_tool: 1,
      layer: 1,
      line: 1,
    })
    expect(answer.totals.changes).toBe(5)
  })

  it('is not told at the change what the arriving script sees to', () => {
    const cold = (scripts: Scripts) =>
      foundIn(print(scripts)).filter(({ finding }) => finding.rule === 'tool-cold').length
    expect(cold({ 'tool-change': 'T@to_tool\nM104 T@to_tool S200' })).toBe(1)
    expect(cold({ 'tool-change': 'T@to_tool\nM104 T@to_tool S200', 'tool-arrive': 'M109 S200' })).toBe(0)
  })
})

describe('one long text', () => {
  it('comes to the same as its pieces, each begun in what the one before left', () => {
    const lines = [
      ...start.split('\n'),
      'G1 X50 Y50 Z5 F6000',
      'G1 E5 F300',
      'T1',
      'M109 S190',
      'G91',
      'G1 E-2 F1800',
      'G90',
      'G1 X20 F9000',
    ]
    const whole = rehearseScript(lines.join('\n'), { ...setting(), moment: 'start' })
    for (let cut = 1; cut < lines.length; cut++) {
      const first = rehearseScript(lines.slice(0, cut).join('\n'), { ...setting(), moment: 'start' })
      const second = rehearseScript(lines.slice(cut).join('\n'), { ...setting(), moment: 'start', from: first.state })
      expect(second.state.modes).toEqual(whole.state.modes)
      expect(second.state.position).toEqual(whole.state.position)
      expect(second.state.tips.map(({ backMm }) => backMm)).toEqual(whole.state.tips.map(({ backMm }) => backMm))
      for (const [tool, nozzle] of second.state.heat.nozzlesC.entries())
        expect(nozzle).toBeCloseTo(whole.state.heat.nozzlesC[tool] ?? 0, 6)
    }
  })
})

describe('a print whose file is known', () => {
  // The file retracts 0.8 mm along a wipe from (50, 60) to (48, 60), lifts 0.6, and comes back to (80, 70) with 0.8.
  const file = [
    'M83\nG1 Z0.2\nG1 X40 Y60\nG1 X50 E1',
    'G1 X48 E-0.8\nG1 Z0.8\nM400\nT1\nG1 X80 Y70\nG1 Z0.2\nG1 E0.8\nG1 X90 E1',
    'G1 Z0.4\nG1 X40 E1',
  ].join('\n')
  const reader = new JobReader()
  reader.take(file)
  const { changes: list } = reader.facts()
  const known = { changes: { kind: 'list' as const, list }, top: { kind: 'height' as const, mm: 0.4 } }

  it('begins a change where the file’s own moves end, with the filament as far back as they drew it', () => {
    const { situations } = print({ 'tool-change': 'T1' }, known)
    const change = one(situations, 'tool-change')
    expect(change.from?.position).toMatchObject({ x: 48, y: 60, z: 0.8 })
    expect(change.from?.tips[0]?.backMm).toBeCloseTo(0.8, 6)
    // What the script itself leaves: the way back is the file’s, and comes behind it.
    expect(change.state.position).toMatchObject({ x: 48, y: 60 })
    expect(change.extrudedMm3.every(mm3 => mm3 === 0)).toBe(true)
  })

  it('hands on what its moves behind the change leave: what the script retracts is back when the print goes on', () => {
    const scripts = { 'tool-change': 'T1\nM83\nG1 E-0.8 F1800', end: 'G1 E-2 F1800' }
    const { situations } = print(scripts, known)
    expect(one(situations, 'tool-change').findings.map(({ rule }) => rule)).not.toContain('change-filament-left')
    // Without them the change would leave 0.8 mm back, and printing brings it to the tip; the end retracts its own 2.
    expect(one(situations, 'tool-change').state.tips[1]?.backMm).toBeCloseTo(0.8, 6)
    expect(one(situations, 'end').state.tips[1]?.backMm).toBeCloseTo(2, 6)
    const short = print({ 'tool-change': 'T1\nM83\nG1 E-3 F1800' }, known)
    expect(foundIn(short).filter(({ finding }) => finding.rule === 'change-filament-left')).toMatchObject([
      { finding: { severity: 'warning' } },
    ])
  })

  it('warns of a lift of the script’s own where the file has not retracted, and not where it has', () => {
    const lift = { 'tool-change': 'G91\nG1 Z6 F600\nG90\nT1' }
    const strings = (job: Partial<Job>) =>
      foundIn(print(lift, job)).filter(({ finding }) => finding.rule === 'change-over-print')
    const bare = list.map(each => ({ ...each, moves: { before: 'M83\nG1 Z0.8', after: '' } }))
    const wiped = list.map(each => ({ ...each, moves: { before: 'M83\nG1 X48 E-5\nG1 Z0.8', after: '' } }))
    // The print’s box is (90, 90) to (110, 110): both changes leave it in its middle.
    const over = (all: typeof list) => ({
      ...known,
      changes: { kind: 'list' as const, list: all.map(each => ({ ...each, leavesAt: { x: 100, y: 100 } })) },
      area: { kind: 'at' as const, left: 30, right: 110, front: 50, back: 110 },
    })
    expect(strings(over(bare))).toMatchObject([{ finding: { severity: 'warning', line: 2 } }])
    expect(strings(over(wiped))).toEqual([])
  })

  /** A file of six layers of 0.2 mm; in each T0, then T1, each change by these lines. */
  const fileOf = (before: string, after: string): Partial<Job> => {
    const reader = new JobReader()
    const layer = [0, 1]
      .map(tool => `${before}\nT${tool}\nG1 X${40 + 40 * tool} Y60\n${after}\nG1 X${50 + 40 * tool} E1`)
      .join('\n')
    reader.take(['M83', ...[1, 2, 3, 4, 5, 6].map(n => `G1 Z${(n * 0.2).toFixed(1)}\n${layer}`)].join('\n'))
    const { changes: all } = reader.facts()
    return { changes: { kind: 'list', list: all }, top: { kind: 'height', mm: 1.2 } }
  }

  it('takes retraction by the firmware as what it is: back before the change, and paid back behind it', () => {
    const { situations } = print({ 'tool-change': 'T1' }, fileOf('G10', 'G11'))
    const change = one(situations, 'tool-change')
    expect(change.from?.modes.firmwareRetractedMm).toBeGreaterThan(0)
    expect(change.findings.map(({ rule }) => rule)).not.toContain('change-filament-left')
  })

  it('takes low down the moves of a change low down, high up those of the last', () => {
    const { situations } = print({ 'tool-change': 'T@to_tool' }, fileOf('G1 E-1', 'G1 E1'))
    const places = situations
      .filter(({ moment, change }) => moment === 'tool-change' && change?.to === 1)
      .map(({ layer, firstUse, high, from }) => [layer, firstUse, high, from?.position.z])
    // First use in layer 1, low down next in layer 2, high up last in layer 6.
    expect(places).toEqual([
      [1, true, false, 0.2],
      [2, false, false, 0.4],
      [6, false, true, 1.2],
    ])
    for (const { from } of situations.filter(({ moment }) => moment === 'tool-change'))
      expect(from?.tips.some(({ backMm }) => Math.abs(backMm - 1) < 1e-6)).toBe(true)
  })

  it('supposes what is usual where no lines were kept, and says so as advice', () => {
    const bare = { ...known, changes: { kind: 'list' as const, list: list.map(each => ({ ...each, moves: null })) } }
    const { situations } = print({ 'tool-change': 'T1\nM83\nG1 E-3 F1800' }, bare)
    const [left] = one(situations, 'tool-change').findings.filter(({ rule }) => rule === 'change-filament-left')
    expect(left).toMatchObject({ severity: 'advice' })
  })
})
