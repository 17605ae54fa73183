// Hard print files: what lies between the last stroke with one tool and the first with the next, and whose it is; written first.
import { describe, expect, it } from 'vitest'
import { demoMaterials } from '../../../demo/load.ts'
import { ownMoves } from './around.ts'
import { JobReader, jobFrom } from './job-reader.ts'

type Case = { name: string; lines: string; before: string; after: string; from?: { e: number; relative: boolean } }

const absolute = (e: number) => ({ e, relative: false })

const cases: Case[] = [
  { name: 'the tool alone', lines: 'T1', before: '', after: '' },
  { name: 'a retraction, and a way', lines: 'G1 E-.8|T1|G0 X10 Y10', before: 'G1 E-0.8', after: 'G0 X10 Y10' },
  { name: 'a lift with its speed', lines: 'G1 E-1|G1 Z.6 F600|T1', before: 'G1 E-1|G1 Z0.6 F600', after: '' },
  {
    name: 'a wipe in three moves that retract',
    lines: 'G1 X5 E-.2|G1 X4 E-.3|G1 X3 E-.3|T1',
    before: 'G1 X5 E-0.2|G1 X4 E-0.3|G1 X3 E-0.3',
    after: '',
  },
  { name: 'a way first, which may be the script’s', lines: 'G1 X50 Y50|G1 E-1|T1', before: '', after: '' },
  { name: 'a fan between retraction and lift', lines: 'G1 E-1|M107|G1 Z1|T1', before: 'G1 E-1|M107|G1 Z1', after: '' },
  { name: 'a fan behind them, which may be the script’s', lines: 'G1 E-1|M106 S0|T1', before: 'G1 E-1', after: '' },
  {
    name: 'a script that lifts in distances',
    lines: 'G1 E-1|G91|G1 Z5|G90|T1|G1 X3 Y4',
    before: 'G1 E-1',
    after: 'G1 X3 Y4',
  },
  {
    name: 'a count set to zero by the way back',
    lines: 'G1 E99|T1|G92 E0|G1 X5|G1 E1',
    before: 'G1 E99',
    after: 'G92 E0|G1 X5|G1 E1',
    from: absolute(100),
  },
  {
    name: 'a count that goes on',
    lines: 'G1 E98.5|T1|G1 X5|G1 E100',
    before: 'G1 E98.5',
    after: 'G1 X5|G1 E100',
    from: absolute(100),
  },
  {
    name: 'a count below zero',
    lines: 'G92 E0|G1 E-2|T1|G1 X5|G1 E0',
    before: 'G92 E0|G1 E-2',
    after: 'G1 X5|G1 E0',
    from: absolute(7),
  },
  { name: 'the firmware’s retraction', lines: 'G10|T1|G0 X9|G11', before: 'G10', after: 'G0 X9|G11' },
  {
    name: 'its long one, for a change of tools',
    lines: 'G10 S1|T1|G0 X9|G11 S1',
    before: 'G10 S1',
    after: 'G0 X9|G11 S1',
  },
  { name: 'a tool’s heats, which look like it', lines: 'G10 P1 S150 R120|T1', before: '', after: '' },
  { name: 'small letters without spaces', lines: 'g1e-1f2400|t1|g0x3y4', before: 'G1 E-1 F2400', after: 'G0 X3 Y4' },
  { name: 'a comment that names E', lines: 'G1 Z1 ; lift, then E-3|T1', before: 'G1 Z1', after: '' },
  { name: 'a script that comes back itself', lines: 'T1|G1 X250|G1 E20|G1 X1 Y1', before: '', after: 'G1 X1 Y1' },
  { name: 'two ways, of which one is the script’s', lines: 'T1|G0 X5|G0 X1 Y1', before: '', after: 'G0 X1 Y1' },
  { name: 'a way that lifts', lines: 'T1|G0 X1 Y1 Z5|G0 Z.2', before: '', after: 'G0 X1 Y1 Z5|G0 Z0.2' },
  {
    name: 'an unretraction in two',
    lines: 'T1|G0 X1|G1 E.5|G1 E.3',
    before: '',
    after: 'G0 X1|G1 E0.5|G1 E0.3',
  },
  { name: 'a purge that ends retracted', lines: 'T1|G0 X1|G1 E9|G1 E-1|G0 X2', before: '', after: 'G0 X2' },
  {
    name: 'marks around the script',
    lines: 'G0 X9|;~ prelude tool-change start|G1 E-9|T1|;~ prelude tool-change end|G0 X1|M400',
    before: 'G0 X9',
    after: 'G0 X1|M400',
  },
  {
    name: 'one mark, where a script is to go',
    lines: 'G1 E-1|G0 X9|;~ prelude tool-change|T1|G0 X1',
    before: 'G1 E-1|G0 X9',
    after: 'T1|G0 X1',
  },
  { name: 'blanks and comments between', lines: '|; end of T0||G1 E-1||; T1 now|T1|', before: 'G1 E-1', after: '' },
  { name: 'places that are set', lines: 'G92 X0|G1 E-1|T1', before: '', after: '' },
  {
    name: 'progress before the stroke',
    lines: 'T1|G0 X1|G1 E1|M73 P10',
    before: '',
    after: 'G0 X1|G1 E1|M73 P10',
  },
  { name: 'a host’s own words', lines: 'SAVE_GCODE_STATE NAME=a|G1 E-1|T1', before: '', after: '' },
  { name: 'a way along an arc', lines: 'T1|G2 X1 Y1 I1 J0', before: '', after: 'G2 X1 Y1 I1 J0' },
  { name: 'a retraction that lifts', lines: 'G1 Z1 E-1|T1', before: 'G1 Z1 E-1', after: '' },
  { name: 'a push of nothing', lines: 'G1 E0|G1 E-1|T1|G1 X5 E0', before: 'G1 E0|G1 E-1', after: 'G1 X5 E0' },
  {
    name: 'a push of nothing, counted from zero',
    lines: 'G1 E5|G1 E4|T1|G1 X5 E4',
    before: 'G1 E5|G1 E4',
    after: 'G1 X5 E4',
    from: absolute(5),
  },
  { name: 'several commands on a line', lines: 'G1 E-1|G91 G1 Z5|T1', before: 'G1 E-1', after: '' },
]

describe('between two strokes stand', () => {
  for (const { name, lines, before, after, from = { e: 0, relative: true } } of cases)
    it(name, () => {
      const own = ownMoves(lines.split('|'), from)
      const prelude = from.relative ? 'M83' : `M82\nG92 E${from.e}`
      expect(own).toEqual({
        before: [prelude, ...(before ? before.split('|') : [])].join('\n'),
        after: after.split('|').join('\n'),
      })
    })
})

const read = (...lines: string[]) => {
  const reader = new JobReader()
  reader.take(lines.join('\n'))
  return reader.facts()
}
/** A square of so many mm about (100, 100), in a layer of its own height. */
const square = (z: number, mm = 20) => [
  `G1 Z${z}`,
  `G1 X${100 - mm / 2} Y${100 - mm / 2}`,
  `G1 X${100 + mm / 2} E1`,
  `G1 Y${100 + mm / 2} E1`,
]

describe('a file', () => {
  it('whose lines between are too many to be a script’s keeps none of them', () => {
    const many = Array.from({ length: 2500 }, () => 'G4 P1')
    const { changes } = read('M83', ...square(0.2), 'T1', ...many, ...square(0.2))
    expect(changes).toMatchObject([{ from: 0, to: 1, moves: null }])
  })

  it('that prints in distances keeps none, for they would be run from another place', () => {
    const { changes } = read('M83', 'G91', 'G1 Z0.2', 'G1 X5 E1', 'G1 E-1', 'T1', 'G1 E1', 'G1 X5 E1')
    expect(changes).toMatchObject([{ from: 0, to: 1, moves: null }])
  })

  it('whose start purges each tool beside the print has no change before its print, and begins with the tool of that', () => {
    // T0 and T1 lay a line at X 2 and X 5; the print begins with T1, and changes to T0 in the second layer.
    const purge = (tool: number, x: number) => [`T${tool}`, 'G1 Z0.2', `G1 X${x} Y10`, 'G1 Y150 E10']
    const facts = read(
      'M83',
      ...purge(0, 2),
      ...purge(1, 5),
      ...square(0.2),
      ...square(0.4),
      'T0',
      ...square(0.4),
      ...square(0.6),
    )
    expect(facts.changes.map(({ layer, from, to }) => [layer, from, to])).toEqual([[2, 1, 0]])
    expect(facts.firstTool).toBe(1)
    expect(jobFrom(facts, 'jar', demoMaterials())).toMatchObject({ firstTool: 1, changes: { list: [{ layer: 2 }] } })
  })

  it('that purges with the tools and begins again with the first has none either', () => {
    const purge = (tool: number, x: number) => [`T${tool}`, 'G1 Z0.2', `G1 X${x} Y10`, 'G1 Y150 E10']
    const facts = read('M83', ...purge(1, 2), ...purge(0, 5), ...square(0.2), ...square(0.4))
    expect([facts.changes, facts.firstTool]).toEqual([[], 0])
  })

  it('that changes in its first layer, within the print, keeps that change', () => {
    const facts = read('M83', ...square(0.2), 'T1', ...square(0.2, 10), ...square(0.4))
    expect(facts.changes.map(({ layer, from, to }) => [layer, from, to])).toEqual([[1, 0, 1]])
    expect(facts.firstTool).toBe(0)
  })
})
