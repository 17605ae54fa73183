// Makers around changes of tools, on the bench with two nozzles; T0 prints, its filament 5 mm back when it leaves.
import { describe, expect, it } from 'vitest'
import { demoPrinters } from '../../../../demo/load.ts'
import { twoTools } from '../../model/example.ts'
import type { Job } from '../../model/job.ts'
import type { Moment } from '../../model/moment.ts'
import type { Printer } from '../../model/printer.ts'
import { applyEdits } from '../../model/script.ts'
import { type RehearsalInput, rehearseScript } from '../../round.ts'
import { job, material, printer, serious } from '../../testing/stage.ts'
import { makePassage } from '../edits/make.ts'
import type { Values } from './maker.ts'

type Over = { moment?: Moment; printer?: Partial<Printer>; job?: Partial<Job> }
const setting = ({ moment = 'tool-change', printer: its, job: of }: Over = {}): RehearsalInput => ({
  printer: { ...printer, tools: twoTools, reach: { ...printer.reach, x: [-30, 230] }, ...its },
  material,
  materials: [material, material],
  job: { ...job, materials: ['Test stuff', 'Test stuff'], ...of },
  moment,
})
const plan = (name: string, values: Values = {}, over: Over = {}, text = '') =>
  makePassage({ text, ...rehearseScript(text, setting(over)) }, name, values, 999)
function made(name: string, values: Values = {}, over: Over = {}, text = ''): string {
  const found = plan(name, values, over, text)
  if (!found.ok) throw new Error(found.why)
  return applyEdits(text, found.edits)
}
/** The lines between the markers. */
const lines = (...asked: Parameters<typeof made>): string[] =>
  made(...asked)
    .trim()
    .split('\n')
    .slice(1, -1)
const why = (...asked: Parameters<typeof plan>): string => {
  const found = plan(...asked)
  return found.ok ? '' : found.why
}

describe('leaving the print', () => {
  it('retracts, lifts as far as there is room, and goes aside as far as the head can', () => {
    expect(lines('leave-print', { side: 'right', beside: 5, back: 5, lift: 1 })).toEqual([
      'M83',
      'G1 E-5 F1800',
      'G91',
      'G1 Z@(min(1, reach_top - height)) F600',
      'G90',
      'M83',
      'G1 X@(min(print_right + 5, reach_right)) F9000',
      'M82',
    ])
  })

  it('takes the string away that a lift would draw', () => {
    const lift = 'G91\nG1 Z10 F600\nG90\nT1\n'
    const rules = (text: string) => rehearseScript(text, setting()).findings.map(({ rule }) => rule)
    expect(rules(lift)).toContain('change-over-print')
    const leave = made('leave-print', {}, { moment: 'material-end' })
    expect(rules(leave + lift)).not.toContain('change-over-print')
  })

  it('tells where the prime tower stands in the way, and nothing on another side', () => {
    const over = { job: { tower: { x: 120, y: 100, widthMm: 10, depthMm: 10 } } }
    const note = (side: string) => {
      const found = plan('leave-print', { side, beside: 10 }, over)
      return found.ok ? (found.note ?? '') : found.why
    }
    expect(note('right')).toBe('The prime tower of “test” stands that way. Choose another side.')
    expect(note('left')).toBe('')
  })

  it('stands where places are absolute, for it leaves them so', () => {
    expect(why('leave-print', {}, {}, 'G91\n')).toBe('Positions are relative here. Put G90 before it first.')
    expect(why('come-back', {}, {}, 'G91\n')).toBe('Positions are relative here. Put G90 before it first.')
  })

  it('has no print to leave in a start script', () => {
    expect(why('leave-print', {}, { moment: 'start' })).toContain('Only a script that runs within the print')
  })
})

describe('the whole way of a change', () => {
  it('leaves, takes the next tool warm, comes back, and raises no alarm, either way', () => {
    let text = made('leave-print')
    text = made('take-tool', { waits: 'beside-the-bed' }, {}, text)
    text = made('come-back', {}, {}, text)
    for (const change of [
      { from: 0, to: 1 },
      { from: 1, to: 0 },
    ]) {
      const round = rehearseScript(text, { ...setting(), change })
      expect(serious(round).map(({ message }) => message)).toEqual([])
      expect(round.state.modes.tool).toBe(change.to)
      expect(round.state.heat.nozzlesC[change.to]).toBeCloseTo(195, 6)
      // What rests is let cool to what it may hold.
      expect(round.state.modes.nozzleTargets[change.from]).toBe(160)
      expect(round.state.position).toMatchObject({ x: 110, y: 110 })
    }
  })

  it('leaves the heat to the program where that is asked, and needs a second tool', () => {
    expect(lines('take-tool', { heat: 'by-program' })).toEqual([
      ';? when to_tool is 0',
      'T0',
      ';? otherwise when to_tool is 1',
      'T1',
      ';? end',
    ])
    expect(why('take-tool', {}, { printer: { tools: printer.tools } })).toBe('Test bench has one tool.')
  })

  it('is said as each firmware takes it', () => {
    for (const name of ['Oystercatcher', 'Avocet', 'Shelduck']) {
      const own = demoPrinters().find(each => each.name === name)
      if (!own) throw new Error('the demo data is not complete')
      const text = made('take-tool', { heat: 'by-program' }, { printer: own })
      const round = rehearseScript(text, setting({ printer: own }))
      expect(round.state.modes.tool, name).toBe(1)
    }
  })
})

describe('purging into the bucket', () => {
  const spots = [{ name: 'bucket', x: -20, y: 100, z: 10 }]

  it('extrudes, hardens, tears off, and comes down again', () => {
    expect(
      lines('tear-off', { amount: 20, speed: 3, back: 2, cool: 2, pull: 10, lift: 5 }, { printer: { spots } }),
    ).toEqual([
      'G91',
      'G1 Z@(min(5, reach_top - height)) F600',
      'G90',
      'M83',
      'G1 X@bucket_x Y@bucket_y F9000',
      'G1 E20 F180',
      'G1 E-2 F1800',
      'M106 S255',
      'G4 S2',
      'M106 S255',
      'G1 Y@(bucket_y + 10) F12000',
      'G1 Y@bucket_y F12000',
      'G91',
      'G1 Z@(0 - min(5, reach_top - height)) F600',
      'G90',
      'M83',
      'M82',
    ])
    expect(why('tear-off')).toContain('has no place called bucket')
  })
})

describe('a change by hand', () => {
  it('is the firmware’s own, or aside, a wait, and back', () => {
    expect(lines('change-by-hand', {}, { moment: 'at-layer' })).toEqual(['M600'])
    const text = made('change-by-hand', { by: 'hand' }, { moment: 'at-layer' })
    const round = rehearseScript(text, setting({ moment: 'at-layer' }))
    expect(serious(round).map(({ message }) => message)).toEqual([])
    expect(round.state.position).toMatchObject({ x: 110, y: 110 })
    expect(round.state.tips[0]?.backMm).toBe(0)
  })
})

describe('a start for many tools', () => {
  it('warms what the job uses and takes the first one hot', () => {
    const text = made('many-tools', { levelling: 'saved-mesh' }, { moment: 'start' })
    const targets = (over: Partial<Job>) =>
      rehearseScript(text, setting({ moment: 'start', job: over })).state.modes.nozzleTargets
    expect(targets({})).toEqual([200, 160])
    expect(targets({ materials: ['Test stuff'], firstTool: 1 })).toEqual([0, 200])
    expect(targets({ materials: ['Test stuff'], firstTool: 0 })).toEqual([200, 0])
  })

  it('is for the begin of a print', () => {
    expect(why('many-tools')).toContain('Choose “before the print” above first')
  })
})

describe('purging by pair', () => {
  it('extrudes what the job says for each pair of tools, and the same for all others', () => {
    const spots = [{ name: 'bucket', x: -20, y: 110, z: 10 }]
    const purges = [
      { from: 0, to: 1, mm3: 96.2 },
      { from: 1, to: 0, mm3: 0 },
    ]
    // 96.2 mm³ over 2.405 mm² are 40 mm.
    const made = lines(
      'tear-off',
      { amounts: 'by-pair', amount: 20, speed: 3 },
      { printer: { spots }, job: { purges } },
    )
    expect(made.slice(made.indexOf(';? when from_tool is 0 and to_tool is 1'), made.indexOf(';? end') + 1)).toEqual([
      ';? when from_tool is 0 and to_tool is 1',
      'G1 E40 F180',
      ';? otherwise when from_tool is 1 and to_tool is 0',
      ';? otherwise',
      'G1 E20 F180',
      ';? end',
    ])
    expect(why('tear-off', { amounts: 'by-pair' }, { printer: { spots } })).toContain('Add a pair in the job')
  })
})

describe('docking', () => {
  const dock = (name: string, x: number) => ({ name, x, y: -20, z: 0, approach: { x, y: 15 } })
  const docked = {
    printer: {
      reach: { ...printer.reach, y: [-30, 230] as [number, number] },
      spots: [dock('dock_a', 40), dock('dock_b', 90)],
    },
  }

  it('goes in and out by the approach, slowly, and frees and locks each tool in its own dock', () => {
    expect(lines('dock', { speed: 10, frees: 'M280~P0~S20', locks: 'M280~P0~S90' }, docked)).toEqual([
      'G90',
      'M83',
      ';? when from_tool is 0',
      ...['G1 X40 Y15 F9000', 'G1 X40 Y-20 F600', 'M280 P0 S20', 'G1 X40 Y15 F600'],
      ';? otherwise when from_tool is 1',
      ...['G1 X90 Y15 F9000', 'G1 X90 Y-20 F600', 'M280 P0 S20', 'G1 X90 Y15 F600'],
      ';? end',
      ';? when to_tool is 0',
      ...['G1 X40 Y15 F9000', 'G1 X40 Y-20 F600', 'M280 P0 S90', 'G1 X40 Y15 F600'],
      ';? otherwise when to_tool is 1',
      ...['G1 X90 Y15 F9000', 'G1 X90 Y-20 F600', 'M280 P0 S90', 'G1 X90 Y15 F600'],
      ';? end',
      'M82',
    ])
    expect(lines('dock', { what: 'fetch' }, docked)).not.toContain(';? when from_tool is 0')
  })

  it('takes a host’s commands as well, whose names and words have signs of their own, and finds them in its marker again', () => {
    const text = made('dock', { frees: 'SET_SERVO~SERVO=lock~ANGLE=20' }, docked)
    expect(text).toContain('\nSET_SERVO SERVO=lock ANGLE=20\n')
    const again = makePassage(
      { text, ...rehearseScript(text, setting(docked)) },
      'dock',
      { frees: 'SET_SERVO~SERVO=lock~ANGLE=20' },
      1,
    )
    expect(again.ok).toBe(true)
    const left = rehearseScript(text, setting(docked)).findings.filter(({ rule }) => rule === 'kept-line-changed')
    expect(left).toEqual([])
  })

  it('says what is missing: a dock, an approach, room', () => {
    const [a, b] = docked.printer.spots as [
      (typeof docked.printer.spots)[number],
      (typeof docked.printer.spots)[number],
    ]
    expect(why('dock', {}, { printer: { spots: [] } })).toContain('has no dock')
    expect(why('dock', {}, { printer: { ...docked.printer, spots: [a] } })).toContain('no dock for T1')
    expect(why('dock', {}, { printer: { ...docked.printer, spots: [a, { ...b, approach: undefined }] } })).toBe(
      'The dock of T1 has no approach. Add it on the printer’s page.',
    )
    expect(why('dock', {}, { printer: { spots: docked.printer.spots } })).toContain('Y -20')
    expect(why('dock', {}, { ...docked, moment: 'start' })).toContain('within the print')
  })
})
