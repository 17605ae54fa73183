// The rules about changes of tools. The bench has two nozzles: T0 prints at 195 °C over the print’s back right corner (110, 110),
// T1 stands by at 160 °C, which is what its material may hold. Board firmware, retraction 5 mm, filament 1.75 mm (2.405 mm²).
import { describe, expect, it } from 'vitest'
import type { MachineState } from '../../machine/state.ts'
import { twoTools } from '../../model/example.ts'
import type { Job } from '../../model/job.ts'
import type { Moment } from '../../model/moment.ts'
import type { Printer } from '../../model/printer.ts'
import { type RehearsalInput, rehearseScript } from '../../round.ts'
import { fixed, job, material, printer } from '../../testing/stage.ts'

type Over = Pick<RehearsalInput, 'from' | 'goesOn' | 'change'> & {
  printer?: Partial<Printer>
  job?: Partial<Job>
  moment?: Moment
}

const setting = ({ printer: its, job: of, moment = 'tool-change', ...rest }: Over = {}): RehearsalInput => ({
  printer: { ...printer, tools: twoTools, ...its },
  material,
  job: { ...job, materials: ['Test stuff', 'Test stuff'], ...of },
  moment,
  ...rest,
})
const round = (text: string, over: Over = {}) => rehearseScript(text, setting(over))
const finder =
  (rule: string) =>
  (text: string, over: Over = {}) =>
    round(text, over).findings.filter(finding => finding.rule === rule)

const sharing = { printer: { tools: twoTools.map((tool, each) => ({ ...tool, heater: each === 0 ? null : 0 })) } }

describe('tool-not-taken', () => {
  const found = finder('tool-not-taken')

  it('reports a change that ends with another tool, and offers the one that comes', () => {
    const text = 'G91\nG1 Z2 F600\nG90\nT0 ; home again'
    const [finding] = found(text)
    expect(finding).toMatchObject({ line: 4, severity: 'error' })
    expect(finding?.message).toContain('T0 is in use when this ends. The print goes on with T1')
    expect(fixed(text, finding)).toBe('G91\nG1 Z2 F600\nG90\nT@to_tool ; home again')
  })

  it('only advises where no line takes a tool, for the program may', () => {
    const text = 'G91\nG1 Z2 F600\nG90'
    const [finding] = found(text)
    expect(finding).toMatchObject({ severity: 'advice' })
    expect(fixed(text, finding)).toContain('T@to_tool')
    // A host’s first extruder has no number: a line for each.
    const host = { firmware: { family: 'host' as const, version: '0.12', abilities: {} } }
    const [onHost] = found(text, { printer: host })
    expect(found(fixed(text, onHost), { printer: host })).toEqual([])
  })

  it('is content when the tool is taken, by number or by value, and with a change by hand', () => {
    expect(found('T1')).toEqual([])
    expect(found('T@to_tool')).toEqual([])
    expect(found('M600')).toEqual([])
    expect(found('G91\nG1 Z2 F600\nG90', { moment: 'tool-leave' })).toEqual([])
  })

  it('wants the tool of the print at a layer, and the one that came when it arrives', () => {
    expect(found('T1', { moment: 'layer-change' })).toMatchObject([{ line: 1, severity: 'error' }])
    expect(found('T1\nG4 S1\nT0', { moment: 'layer-change' })).toEqual([])
    expect(found('T0', { moment: 'tool-arrive' })).toMatchObject([{ line: 1 }])
  })

  it('has nothing to say of a job with one tool', () => {
    expect(found('T0', { job: { materials: ['Test stuff'] } })).toEqual([])
  })
})

describe('tool-cold', () => {
  const found = finder('tool-cold')

  it('tells how long a tool that is not waited for still heats: 212.8 · ln(340/300) = 26.6 s from 160 to 200 °C', () => {
    // τ = 100 / ln((500 − 20)/(500 − 200)) = 212.8 s.
    expect((100 / Math.log(480 / 300)) * Math.log(340 / 300)).toBeCloseTo(26.6, 1)
    const [finding] = found('T1\nM104 S200')
    expect(finding).toMatchObject({ line: 2, severity: 'warning' })
    expect(finding?.message).toContain(
      'T1 has 160 °C when the print goes on, and is on its way to 200 °C for about 27 s',
    )
    expect(fixed('T1\nM104 S200', finding)).toContain('M109 T1 S200')
  })

  it('reports a tool that is waited for at a heat it can’t print at', () => {
    expect(found('T1\nM109 S165')).toMatchObject([{ line: 2, severity: 'warning' }])
  })

  it('is content when it is waited for, and when the print does not go on yet', () => {
    expect(found('T1\nM109 S200')).toEqual([])
    expect(found('M104 T1 S200\nG4 S40\nT1')).toEqual([])
    expect(found('M104 T1 S200', { moment: 'tool-leave' })).toEqual([])
    expect(found('T1\nM104 S200', { goesOn: false })).toEqual([])
  })
})

describe('tool-hot-idle', () => {
  const found = finder('tool-hot-idle')

  it('advises where a script heats the next tool and leaves the last one as hot as it printed', () => {
    const [finding] = found('T1\nM109 S200')
    expect(finding).toMatchObject({ severity: 'advice' })
    expect(finding?.message).toContain('T0 stays at 195 °C while it stands by; Test stuff oozes above 160 °C')
    expect(fixed('T1\nM109 S200', finding)).toContain('M104 T0 S@(ooze_safe of T0)')
  })

  it('is content when it is let cool, when nothing is heated here, and with one heater for both', () => {
    expect(found('M104 T0 S160\nT1\nM109 S200')).toEqual([])
    expect(found('T1')).toEqual([])
    expect(found('T1\nM109 S200', sharing)).toEqual([])
  })
})

describe('change-over-print', () => {
  const found = finder('change-over-print')

  it('reports a wait over the print: 35 °C too hot is 0.14 mm³/s, some 2.7 mm³ in 20 s', () => {
    // 30 · ln(1 + 0.14 · 20/30) = 2.68
    expect(30 * Math.log(1 + (0.004 * 35 * 20) / 30)).toBeCloseTo(2.68, 2)
    const [finding] = found('G4 S20\nT1')
    expect(finding).toMatchObject({ line: 1, severity: 'warning' })
    expect(finding?.message).toContain('About 2.7 mm³ ooze onto it')
    const mended = fixed('G4 S20\nT1', finding)
    expect(mended.split('\n').slice(0, 7)).toEqual([
      'M83',
      'G1 E-5 F1800',
      'G91',
      'G1 Z1 F600',
      'G90',
      'G1 X@(min(print_right + 5, reach_right)) F9000',
      'M82',
    ])
    expect(found(mended)).toEqual([])
  })

  it('is mended within relative moves without making them absolute', () => {
    const text = 'G91\nG4 S20\nG1 Z2 F600\nG90\nT1'
    const before = round(text).state.position
    const mended = fixed(text, found(text)[0])
    expect(found(mended)).toEqual([])
    // A millimetre higher for the way aside, and 5 mm beside the print, whose edge is at 110.
    const { x, z } = round(mended).state.position
    expect([x, z]).toEqual([115, (before.z ?? 0) + 1])
  })

  it('reports a purge in place over the print, and a lift that was not retracted for', () => {
    // 12 mm of filament, of which 7.5 may pay back what the program had retracted: 4.5 mm are 10.8 mm³.
    const onOneHead = 'T1\nG1 X105 F6000\nM83\nG1 E12 F300'
    expect(found(onOneHead)[0]?.message).toContain('Purges 11 mm³ at one position over the print')
    expect(found('T1\nG1 X105 F6000\nM83\nG1 E5 F300')).toEqual([])
    // A tool that was just taken may stand where it rested: nothing is known of its place until it moves.
    expect(found('T1\nM83\nG1 E12 F300')).toEqual([])
    expect(found('G91\nG1 Z10 F600\nG90\nT1')).toMatchObject([{ line: 2, severity: 'advice' }])
  })

  it('tells of a purge over the print by a second nozzle on the same head, 20 mm beside the first', () => {
    const tools = twoTools.map((tool, each) => (each === 1 ? { ...tool, offset: { x: 20, y: 0, z: 0 } } : tool))
    // It comes to where the other one was; 20 mm of filament, less 7.5 that may be paid back, are 30 mm³.
    expect(found('T1\nM83\nG1 E20 F200', { printer: { tools } })[0]?.message).toContain('Purges 30 mm³')
  })

  it('knows where a carriage stands that was taken, once they park by themselves', () => {
    const tools = twoTools.map((tool, each) => ({ ...tool, parksX: each === 0 ? 0 : 200 }))
    const text = (mode: number, x: string) => `M605 S${mode}\nG91\nG1 Z2 F600\nG90\nT1\n${x}M83\nG1 E20 F200`
    const on = { printer: { tools } }
    // In its own place beside the print it may purge; brought over the print it may not.
    expect(found(text(1, ''), on)).toEqual([])
    expect(found(text(1, 'G1 X105 F6000\n'), on)[0]?.message).toContain('Purges 30 mm³')
    // From X 110, where T0 printed, 110 mm to its place at 250 mm/s and 2000 mm/s²: 110/250 + 250/2000 = 0.565 s.
    const took = round('M605 S1\nT1', on)
    expect(took.durations.totalS).toBeCloseTo(0.565, 3)
    expect(took.state.position.x).toBe(200)
    expect(took.explained[1]?.says).toBe('Selects T1; T0 parks at X 0.')
    expect(round('M605 S0\nT1', on).state.position.x).toBe(110)
  })

  it('advises on coming back to a typed-in place over the print, and takes the print’s own in its stead', () => {
    const text = 'G91\nG1 Z2 F600\nG90\nG1 X10 Y10 F9000\nT1\nG1 X100 Y95 F9000'
    const [finding] = found(text)
    expect(finding).toMatchObject({ line: 6, severity: 'advice' })
    expect(fixed(text, finding)).toContain('T1\nG1 X@next_x Y@next_y F9000')
    expect(found(fixed(text, finding))).toEqual([])
    // Beside the print it is a place to wait at.
    expect(found(text.replace('X100 Y95', 'X150 Y95'))).toEqual([])
  })

  it('is content with a retraction first, a place aside, the tower, and a small lift', () => {
    expect(found('G91\nG1 E-5 F1800\nG1 Z10 F600\nG90\nT1')).toEqual([])
    expect(found('G91\nG1 Z1 F600\nG90\nG1 X10 F9000\nG4 S20\nT1')).toEqual([])
    expect(found('G91\nG1 Z2 F600\nG90\nT1')).toEqual([])
    const tower = { x: 110, y: 110, widthMm: 30, depthMm: 30 }
    const onTower = 'T1\nG1 X105 F6000\nM83\nG1 E12 F300'
    expect(found(onTower, { job: { tower } })).toEqual([])
    expect(found(onTower)).toHaveLength(1)
  })
})

describe('change-mode-left', () => {
  const found = finder('change-mode-left')

  it('advises on a fan that stays off and an acceleration that stays low', () => {
    expect(found('M107\nT1')).toMatchObject([{ line: 1, severity: 'advice' }])
    const [finding] = found('M204 P300\nT1')
    expect(finding?.message).toContain('The acceleration was 1000 mm/s² before this and is 300 mm/s² after it')
    expect(fixed('M204 P300\nT1', finding)).toContain('M204 P1000')
  })

  it('warns of filament counted the other way where the print’s own way is known', () => {
    const before = round('M83', { moment: 'start' }).state
    const printing = round('M83', { moment: 'layer-change' }).state
    expect(before.modes.extrusion).toBe('relative')
    const [finding] = found('M82\nT1', { from: printing })
    expect(finding).toMatchObject({ line: 1, severity: 'warning' })
    expect(fixed('M82\nT1', finding)).toContain('M83')
  })

  it('is content when all is put back, and where the print’s way is not known', () => {
    expect(found('M107\nT1\nM106 S255')).toEqual([])
    expect(found('M83\nG1 E-2 F1800\nT1')).toEqual([])
    expect(found('M204 P300\nT1\nM204 P1000')).toEqual([])
  })
})

describe('change-filament-left', () => {
  const found = finder('change-filament-left')

  it('warns of more than one and a half retractions, advises on less', () => {
    // 12 mm against 1.5 · 5 = 7.5 mm; 4 mm may be what the program pays back.
    const [far] = found('T1\nM83\nG1 E-12 F1800')
    expect(far).toMatchObject({ line: 3, severity: 'warning' })
    expect(fixed('T1\nM83\nG1 E-12 F1800', far)).toContain('G1 E12 F1800')
    expect(found('T1\nM83\nG1 E-4 F1800')).toMatchObject([{ line: 3, severity: 'advice' }])
  })

  it('advises on a counter that stands elsewhere, where filament is counted from a zero', () => {
    expect(found('T1\nG92 E0\nG1 E15 F300')).toMatchObject([{ line: 3, severity: 'advice' }])
    expect(found('T1\nG92 E0\nG1 E15 F300\nG92 E0')).toEqual([])
  })

  it('is content with what is paid back, with what the tool that rests keeps back, and before the change itself', () => {
    expect(found('M83\nG1 E-12 F1800\nT1\nG1 E-12 F1800\nG1 E12 F1800')).toEqual([])
    expect(found('M83\nG1 E-12 F1800\nT1')).toEqual([])
    expect(found('M83\nG1 E-12 F1800', { moment: 'tool-leave' })).toEqual([])
  })
})

describe('a change of a print file, whose own moves are known', () => {
  const moves = (before: string, after: string) => ({ change: { from: 0, to: 1, moves: { before, after } } })
  const filament = finder('change-filament-left')
  const over = finder('change-over-print')

  it('is no trouble where the program brings back what the script retracts, and is one where it brings back less', () => {
    const back = 'T1\nM83\nG1 E-5 F1800'
    expect(filament(back)).toMatchObject([{ severity: 'advice' }])
    expect(filament(back, moves('M83', 'G1 X100 Y100 F9000\nG1 E5 F1800'))).toEqual([])
    // 5 back, 2 of them brought: 3 are missing, and nobody else brings them.
    const [short] = filament(back, moves('M83', 'G1 X100 Y100 F9000\nG1 E2 F1800'))
    expect(short).toMatchObject({ severity: 'warning', line: 3 })
    expect(short?.message).toContain('3 mm back')
    expect(short?.message).not.toContain('If the program')
    expect(fixed(back, short)).toContain('G1 E3 F1800')
  })

  it('counts as the script leaves it counted: from 5, a move to 10 brings 5', () => {
    // 10 forward and 5 back is 5 on the counter; the program’s move to 10 brings the 5 mm back.
    const text = 'T1\nM82\nG92 E0\nG1 E10 F300\nG1 E5 F1800'
    expect(filament(text, moves('M82', 'G1 E10 F1800')).filter(({ message }) => message.includes('back'))).toEqual([])
    expect(filament(text, moves('M82', 'G92 E0\nG1 E2 F1800'))).toMatchObject([{ line: 5, severity: 'warning' }])
  })

  it('that lifts without retraction is certain to draw a string once it is known that the program has not retracted', () => {
    const { state } = round('', { moment: 'layer-change' })
    const lift = 'G91\nG1 Z6 F600\nG90\nT1'
    expect(over(lift, { from: state })).toMatchObject([{ severity: 'advice' }])
    expect(over(lift, { from: state, ...moves('M83', '') })).toMatchObject([{ severity: 'warning' }])
    const retracted = { ...state, tips: state.tips.map(tip => ({ ...tip, backMm: 5 })) }
    expect(over(lift, { from: retracted, ...moves('M83\nG1 E-5', '') })).toEqual([])
  })
})

describe('purge-missing-at-change', () => {
  const found = finder('purge-missing-at-change')
  /** As T1 is after it has hung hot in the open for so long. */
  const lost = (mm3: number): MachineState => {
    const { state } = round('', { moment: 'layer-change' })
    return { ...state, tips: state.tips.map((tip, tool) => (tool === 1 ? { ...tip, lostMm3: mm3 } : tip)) }
  }

  it('advises where two filaments come out of one nozzle and less than a nozzleful is purged', () => {
    expect(found('T1', sharing)).toMatchObject([{ line: 1, severity: 'advice' }])
    // 3 mm are 7.2 mm³, 10 mm are 24.
    expect(found('T1\nM83\nG1 E3 F200', sharing)[0]?.message).toContain('only 7.2 mm³')
    expect(found('T1\nM83\nG1 E10 F200', sharing)).toEqual([])
  })

  it('purges into the bucket where there is one', () => {
    const spots = [{ name: 'bucket', x: -20, y: 110, z: 10 }]
    const over = {
      printer: { ...sharing.printer, spots, reach: { ...printer.reach, x: [-30, 200] as [number, number] } },
    }
    const mended = fixed('T1', found('T1', over)[0])
    expect(mended).toContain('T1\n;@ tear-off')
    expect(found(mended, over)).toEqual([])
    // 20 mm of filament.
    expect(round(mended, over).ooze.extrudedMm3[1]).toBeCloseTo((20 * Math.PI * 1.75 ** 2) / 4, 6)
  })

  it('advises where the tool lost filament as it stood by, and nothing fills it', () => {
    expect(found('T1', { from: lost(6) })[0]?.message).toContain('T1 has lost about 6 mm³')
    expect(found('T1', { from: lost(1) })).toEqual([])
    expect(found('T1\nM83\nG1 E5 F200', { from: lost(6) })).toEqual([])
  })

  it('is content where the tower or the program purges', () => {
    const tower = { x: 160, y: 110, widthMm: 20, depthMm: 20 }
    expect(found('T1', { ...sharing, job: { tower } })).toEqual([])
    expect(found('T1', { ...sharing, job: { purgeMm3: 60 } })).toEqual([])
  })
})

describe('purge-wasteful at a change', () => {
  const found = finder('purge-wasteful')
  const lost: MachineState = (() => {
    const { state } = round('', { moment: 'layer-change' })
    return { ...state, tips: state.tips.map((tip, tool) => (tool === 1 ? { ...tip, lostMm3: 6 } : tip)) }
  })()

  it('advises on a purge many times what the tool lost, and offers what fills it twice', () => {
    // 40 mm are 96 mm³; 6 are missing. Twice that, 12 mm³, is 5 mm of filament.
    const text = 'T1\nM83\nG1 E40 F200'
    const [finding] = found(text, { from: lost })
    expect(finding).toMatchObject({ line: 3, severity: 'advice' })
    expect(finding?.message).toContain('Purges 96 mm³ from T1, which has lost about 6 mm³')
    expect(fixed(text, finding)).toBe('T1\nM83\nG1 E5 F200')
    expect(found(fixed(text, finding), { from: lost })).toEqual([])
  })

  it('is content with less than four times that, with a nozzle that changes colour, and where nothing was handed on', () => {
    expect(found('T1\nM83\nG1 E19 F200', { from: lost })).toEqual([])
    expect(found('T1\nM83\nG1 E40 F200', { from: lost, ...sharing })).toEqual([])
    expect(found('T1\nM83\nG1 E40 F200')).toEqual([])
  })

  it('sets a count from zero right as well, and leaves a formula alone', () => {
    expect(fixed('T1\nM82\nG92 E0\nG1 E40 F200', found('T1\nM82\nG92 E0\nG1 E40 F200', { from: lost })[0])).toContain(
      'G1 E5 F200',
    )
    expect(found('T1\nM83\nG1 E@(30 + 10) F200', { from: lost })).toMatchObject([{ fixes: [] }])
    // 2 inches are 50.8 mm; 100 mm³ are 41.6 mm. What the number means is not mm.
    expect(found('T1\nG20\nM83\nG1 E2 F8\nG21', { from: lost })).toMatchObject([{ fixes: [] }])
    expect(found('T1\nM200 T1 D1.75\nM83\nG1 E100 F500\nM200 T1 D0', { from: lost })).toMatchObject([{ fixes: [] }])
  })
})

describe('spot-missed', () => {
  const found = finder('spot-missed')
  const spots = [
    { name: 'bucket', x: -20, y: 110, z: 10 },
    { name: 'brush', x: -20, y: 60, z: 2 },
  ]
  const with_ = { printer: { reach: { ...printer.reach, x: [-30, 200] as [number, number] }, spots } }
  const purge = (y: number) => `T1\nG91\nG1 Z5 F600\nG90\nG1 X-20 Y${y} F9000\nM83\nG1 E10 F200`
  const wipe = (y: number) =>
    `G1 Z10 F600\nG1 X-20 Y${y} F9000\nG1 Z2 F600\nG1 X-28 F6000\nG1 X-12\nG1 X-28\nG1 X-12\nG1 Z10 F600`

  it('reports a purge 30 mm beside the bucket, and none within 15 mm of it', () => {
    const [finding] = found(purge(80), with_)
    expect(finding).toMatchObject({ line: 7, severity: 'warning' })
    expect(finding?.message).toContain('30 mm beside the bucket')
    expect(found(purge(110), with_)).toEqual([])
    expect(found(purge(120), with_)).toEqual([])
  })

  it('reports strokes that never cross the brush', () => {
    expect(found(wipe(95), with_)[0]?.message).toContain('35 mm beside the brush')
    expect(found(wipe(60), with_)).toEqual([])
  })

  it('has nothing to say of purges on the bed, far away, or on printers without such places', () => {
    expect(found('T1\nG91\nG1 Z5 F600\nG90\nG1 X5 Y110 F9000\nM83\nG1 E10 F200', with_)).toEqual([])
    expect(found(purge(10), with_)).toEqual([])
    expect(found(purge(80), { printer: { reach: with_.printer.reach } })).toEqual([])
  })
})
