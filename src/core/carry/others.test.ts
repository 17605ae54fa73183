// Scripts as other people write them, carried over: line numbers, lower case, zigzags, arcs, tabs, odd ends of lines; what must come
// of each worked out beforehand.
import { describe, expect, it } from 'vitest'
import type { Printer } from '../model/printer.ts'
import { carried, named, plan } from '../testing/carrying.ts'

const dunlin = named('Dunlin')
/** Round, 200 mm across, its zero in the middle, gantry of its own kind. */
const round: Printer = {
  ...dunlin,
  name: 'Whimbrel',
  bed: { x: [-100, 100], y: [-100, 100], round: true },
  reach: { x: [-105, 105], y: [-105, 105], z: [0, 240] },
  homing: { ...dunlin.homing, at: { x: 0, y: 0, z: 235 } },
}
/** The same bed with a clip in the middle of its front edge, up to 8 mm in. */
const clipped: Printer = { ...dunlin, name: 'Knot', zones: [{ name: 'clip', x: [100, 130], y: [-5, 8], highMm: 12 }] }

/** With the notes that a refusal leaves. */
const linesOf = (text: string): string[] => text.split('\n').filter(Boolean)
const end = (lines: string[], from: string | Printer, to: string | Printer): string[] => {
  const printer = (each: string | Printer) => (typeof each === 'string' ? named(each) : each)
  return linesOf(plan(printer(from), printer(to), lines).text)
}

describe('how it is written stays', () => {
  it('ends lines as it did, the last one too', () => {
    const text = 'M140 S0\r\nM117 Bye\r\nM107'
    expect(carried(text, dunlin, named('Turnstone')).text).toBe('M140 S0\r\nM107')
  })

  it('keeps tabs, lower case and comments in brackets', () => {
    expect(end(['g90', 'g1\tx5 y205\tf6000 (to the back)', 'm107'], 'Dunlin', 'Turnstone')).toEqual([
      'g90',
      'g1\tx5 y215\tf6000 (to the back)',
      'm107',
    ])
  })

  it('keeps a script without any change byte for byte', () => {
    const text = '; off\r\n\r\nM104 S0\r\n  M140 S0  ; bed\r\nM107\r\n'
    expect(carried(text, dunlin, named('Oystercatcher')).text).toBe(text)
  })

  it('says the same of an empty script', () => {
    expect(carried('', dunlin, named('Turnstone')).text).toBe('')
  })

  it('drops a checksum with what it was of, and the line’s number with it', () => {
    expect(end(['N1 G90*17', 'N2 G1 X5 Y205 F6000*90'], 'Dunlin', 'Turnstone')).toEqual([
      'N1 G90*17',
      'G1 X5 Y215 F6000',
    ])
  })
})

describe('what is drawn', () => {
  it('keeps a zigzag together: in the middle it stays in the middle, as large as it was', () => {
    // Middle of 230 × 210 is 115, 105; of 120 × 120 it is 60, 60: everything moves by −55, −45.
    const zigzag = [
      'G90',
      'M83',
      'G1 X105 Y100 Z0.3 F3000',
      'G1 X125 Y100 E1 F900',
      'G1 X125 Y110 F3000',
      'G1 X105 Y110 E1 F900',
    ]
    expect(end(zigzag, 'Dunlin', 'Sanderling')).toEqual([
      'G90',
      'M83',
      'G1 X50 Y55 Z0.3 F3000',
      'G1 X70 Y55 E1 F900',
      'G1 X70 Y65 F3000',
      'G1 X50 Y65 E1 F900',
    ])
  })

  it('keeps a line at the back edge at the back edge', () => {
    // 4 mm in from 210 is 206; from 220 it is 216.
    const line = ['G90', 'M83', 'G1 X20 Y206 Z0.3 F3000', 'G1 X120 E10 F900']
    expect(end(line, 'Dunlin', 'Turnstone')).toEqual(['G90', 'M83', 'G1 X20 Y216 Z0.3 F3000', 'G1 X120 E10 F900'])
  })

  it('keeps a line that begins at the right edge there', () => {
    // It ends 10 mm before 230, and on 300 mm it ends 10 mm before that.
    const line = ['G90', 'M83', 'G1 X220 Y3 Z0.3 F3000', 'G1 X140 E8 F900']
    expect(end(line, 'Dunlin', 'Curlew')).toEqual(['G90', 'M83', 'G1 X290 Y3 Z0.3 F3000', 'G1 X210 E8 F900'])
  })

  it('goes from edge to edge where it did', () => {
    // 10 mm in on both sides: 210 of 230 mm, so 100 of 120. 21 · 100 / 210 = 10 mm of filament.
    const line = ['G90', 'M83', 'G1 X10 Y2 Z0.3 F3000', 'G1 X220 E21 F900']
    expect(end(line, 'Dunlin', 'Sanderling')).toEqual(['G90', 'M83', 'G1 X10 Y2 Z0.3 F3000', 'G1 X110 E10 F900'])
  })

  it('wipes on behind the line’s end, not back over it', () => {
    // 150 mm are 80 there; the wipe of 20 mm goes along: from 20 to 190 is what must fit, so to 100 in all: 170 mm are 80.
    const line = ['G90', 'M83', 'G1 X4 Y20 Z0.3 F3000', 'G1 Y170 E15 F900', 'G1 Y190 F3000']
    const made = end(line, 'Dunlin', 'Sanderling')
    const [, , , stroke = '', wipe = ''] = made
    const y = (text: string) => Number(/Y([\d.]+)/.exec(text)?.[1])
    expect(y(stroke)).toBeGreaterThan(80)
    expect(y(wipe)).toBe(100)
    expect(y(wipe)).toBeGreaterThan(y(stroke))
  })

  it('stays on a round bed: a line at its edge lies so far in that it fits', () => {
    const plan = carried('G90\nM83\nG1 X4 Y20 Z0.3 F3000\nG1 Y170 E18 F900\n', dunlin, round)
    const [stroke] = plan.after.strokes
    if (!stroke) throw new Error('no stroke')
    for (const [x, y] of [stroke.from, stroke.to]) expect(Math.hypot(x, y)).toBeLessThanOrEqual(97.01)
    // On the left, upright, as it was; its bead is what it was: 18 / 150 of filament a millimetre.
    expect(stroke.from[0]).toBeLessThan(-80)
    expect(stroke.from[0]).toBeCloseTo(stroke.to[0], 6)
    expect(stroke.filamentMm / stroke.lengthMm).toBeCloseTo(18 / 150, 4)
  })

  it('stays so far beside a round bed as it was beside the other, and within a round reach', () => {
    const far = (to: Printer) => {
      const [, line = ''] = linesOf(carried('G90\nG1 X0 Y-4 F9000\n', dunlin, to).text)
      const [, x, y] = /X(\S+) Y(\S+)/.exec(line) ?? []
      return Math.hypot(Number(x), Number(y))
    }
    // 4 mm in front of the corner: 4 mm beside the rim of 100 mm, or as far as the head gets.
    expect(far(round)).toBeCloseTo(104, 2)
    expect(far({ ...round, reachRadiusMm: 102 })).toBeCloseTo(102, 2)
  })

  it('keeps clear of a clip: the line lies further in', () => {
    const plan = carried('G90\nM83\nG1 X20 Y3 Z0.3 F3000\nG1 X180 E16 F900\n', { ...dunlin, name: 'Ruff' }, clipped)
    // The clip ends at 8, and 3 mm are kept.
    expect(linesOf(plan.text)).toEqual(['G90', 'M83', 'G1 X20 Y11 Z0.3 F3000', 'G1 X180 E16 F900'])
    expect(plan.after.findings.filter(({ rule }) => rule === 'outside-reach')).toEqual([])
  })

  it('keeps arcs as they are, in from the same edges', () => {
    // A quarter of a circle of 10 mm; 5 mm in from the left and 10 from the front.
    const arc = ['G90', 'M83', 'G1 X5 Y20 Z0.3 F3000', 'G2 X15 Y10 I10 J0 E1 F900']
    expect(end(arc, 'Dunlin', 'Sanderling')).toEqual(arc)
  })
})

describe('filament and feed', () => {
  it('counts on from where the carried lines have come to', () => {
    // 2.85 mm instead of 1.75: (1.75 / 2.85)² = 0.37704 of each.
    const thick: Printer = {
      ...dunlin,
      name: 'Thick',
      tools: dunlin.tools.map(tool => ({ ...tool, filamentMm: 2.85 })),
    }
    const lines = [
      'G90',
      'M82',
      'G92 E0',
      'G1 X4 Y20 Z0.3 F3000',
      'G1 Y70 E5 F900',
      'G1 Y120 E10',
      'G92 E0',
      'G1 Y150 E3',
    ]
    expect(end(lines, dunlin, thick)).toEqual([
      'G90',
      'M82',
      'G92 E0',
      'G1 X4 Y20 Z0.3 F3000',
      'G1 Y70 E1.885 F900',
      'G1 Y120 E3.77',
      'G92 E0',
      'G1 Y150 E1.131',
    ])
  })

  it('pays a retraction back by as much, and purges in place by volume', () => {
    // Dunlin retracts 4 mm and Curlew 0.6: 2 of 4 are 0.3 of 0.6; of a push of 12 mm 2 pay back and 10 are a purge.
    const lines = ['M83', 'G1 E-2 F1800', 'G1 E12 F200']
    expect(end(lines, 'Dunlin', 'Curlew')).toEqual(['M83', 'G1 E-0.3 F1800', 'G1 E10.3 F200'])
  })

  it('slows a purge that the hot end can’t melt, and goes on as fast as before', () => {
    // 10 mm of 1.75 mm a second are 24 mm³/s; Sanderling melts 7: 7 / 2.405 = 2.91 mm/s, F174. The travel had F600 from above.
    const lines = ['G90', 'M83', 'G1 E20 F600', 'G1 X20', 'G1 X30 F1200']
    expect(end(lines, 'Dunlin', 'Sanderling')).toEqual(['G90', 'M83', 'G1 E20 F174', 'G1 X20 F600', 'G1 X30 F1200'])
  })

  it('scales a formula that says how much is extruded', () => {
    const thick: Printer = {
      ...dunlin,
      name: 'Thick',
      tools: dunlin.tools.map(tool => ({ ...tool, filamentMm: 2.85 })),
    }
    const lines = [';= purge = 18 mm', 'G90', 'M83', 'G1 X4 Y20 Z0.3 F3000', 'G1 Y170 E@purge F900']
    expect(end(lines, dunlin, thick).at(-1)).toBe('G1 Y170 E@(purge * 0.377) F900')
  })
})

describe('what hangs together', () => {
  it('says the lines behind one that would wait for ever', () => {
    // Nothing warms the chamber; what stands behind it is said all the same.
    const text =
      'M140 S60\nTEMPERATURE_WAIT SENSOR="heater_generic chamber" MINIMUM=40\nG28\nBED_MESH_CALIBRATE\nG4 P2000\n'
    expect(linesOf(carried(text, named('Curlew'), dunlin, 'start').text)).toEqual(['M140 S60', 'G28', 'G29', 'G4 S2'])
  })

  it('says both branches of a guard, whichever runs', () => {
    const text = 'G28\nM109 S205\n;? when bed > 80\nG4 S60\nM106 S0\n;? otherwise\nG4 S5\n;? end\n'
    expect(linesOf(carried(text, dunlin, named('Curlew'), 'end').text)).toEqual([
      'G28',
      'M109 S205',
      ';? when bed > 80',
      'G4 P60000',
      'M106 S0',
      ';? otherwise',
      'G4 P5000',
      ';? end',
    ])
  })

  it('leaves a tool that is worked out to be worked out', () => {
    expect(end(['G91', 'T@to_tool', 'G90'], 'Avocet', 'Oystercatcher')).toEqual(['G91', 'T@to_tool', 'G90'])
  })

  it('leaves out a message that speaks of a probing which is gone', () => {
    const text = 'G28\n\n; --- mesh ---\nM117 Probing now\nG29\n\n; --- on ---\nM117 Printing\nM109 S205\n'
    const to: Printer = { ...named('Turnstone'), storedMesh: false, display: { columns: 20 } }
    expect(linesOf(carried(text, dunlin, to, 'start').text)).toEqual([
      'G28',
      '; --- mesh ---',
      '; --- on ---',
      'M117 Printing',
      'M109 S205',
    ])
  })

  it('decides nothing that a guard can ask there', () => {
    const text = 'G28\n;? when has probe\nG29\n;? otherwise\nM420 S1\n;? end\nM109 S205\n'
    const made = carried(text, dunlin, named('Curlew'), 'start')
    expect(made.text).toContain(';? when has probe')
  })

  it('says a tool’s number in a formula as the other printer calls it', () => {
    // The second in the list is the second head of the first carriage.
    expect(end(['M140 S@(bed of T1)'], 'Oystercatcher', 'Shelduck')).toEqual(['M140 S@(bed of T12)'])
  })

  it('brings a file that a script runs along, as what it did', () => {
    const avocet: Printer = {
      ...named('Avocet'),
      macroFiles: [{ name: 'leave.g', text: 'G91\nG1 Z{param.Z} F600\nG90\nM140 S0\n' }],
    }
    expect(end(['M98 P"leave.g" Z5', 'M107'], avocet, 'Dunlin')).toEqual([
      'G91',
      'G1 Z5 F600',
      'G90',
      'M140 S0',
      'M107',
    ])
  })

  it('refuses a file that is not there, and says so', () => {
    const plan = carried('M98 P"nowhere.g"\nM107\n', named('Avocet'), dunlin)
    expect(plan.changes[0]).toMatchObject({ line: 1, kind: 'refused' })
    expect(linesOf(plan.text)).toEqual(['; not carried over: M98 P"nowhere.g"', 'M107'])
  })
})
