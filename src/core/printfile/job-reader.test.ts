import { describe, expect, it } from 'vitest'
import { demoMaterials, demoPrinters } from '../../../demo/load.ts'
import { JobReader, jobFrom } from './job-reader.ts'

const start = [
  'M140 S60',
  'M104 S205',
  'G28',
  'M190 S60',
  'M109 S205',
  'G1 X4 Y20 Z0.25 F3000',
  'G1 Y170 E18',
  'G92 E0',
]
/** Squares of 30 mm from (80, 70), each layer 0.2 mm over the first at 0.25. */
const print = (layers: number) =>
  Array.from({ length: layers }, (_, i) => {
    const e = i * 8
    return [
      `G1 Z${(0.25 + i * 0.2).toFixed(2)} F600`,
      'G1 X80 Y70 F6000',
      `G1 X110 E${e + 2} F1800`,
      `G1 Y100 E${e + 4}`,
      `G1 X80 E${e + 6}`,
      `G1 Y70 E${e + 8}`,
    ]
  }).flat()
const end = ['M104 S0', 'M140 S0', 'M84']

const read = (text: string, pieces = 1) => {
  const reader = new JobReader()
  const size = Math.ceil(text.length / pieces)
  for (let at = 0; at < text.length; at += size) reader.take(text.slice(at, at + size))
  return reader.facts()
}

describe('a print file', () => {
  const whole = [...start, ...print(10), ...end].join('\n')

  it('tells area, height, layers and temperatures; its purge line is not part of the print', () => {
    expect(read(whole)).toMatchObject({
      area: { left: 80, right: 110, front: 70, back: 100 },
      topMm: 0.25 + 9 * 0.2,
      firstLayerMm: 0.25,
      layerMm: 0.2,
      layers: 10,
      tools: [0],
      nozzleC: { 0: 205 },
      bedC: 60,
      lines: whole.split('\n').length,
      cut: null,
    })
  })

  it('tells the same in one piece or in many, cut anywhere', () => {
    for (const pieces of [2, 7, 100]) expect(read(whole, pieces)).toEqual(read(whole))
  })

  it('tells tools, amounts counted from the last move, and relative places', () => {
    const facts = read(
      'M83\nT1\nG1 Z0.2\nG1 X10 Y10\nG1 X20 E1\nG91\nG1 Z0.2\nM83\nG1 X5 E0.5\nT0\nG1 Y5 E0.5\nG1 E-1\n',
    )
    expect(facts).toMatchObject({ tools: [0, 1], firstTool: 1, layers: 2, filamentMm: 1 })
    expect(facts.area).toEqual({ left: 20, right: 25, front: 10, back: 15 })
  })

  it('tells each change of tools with its layer, and where the print is left and goes on', () => {
    const square = (x: number, tool: number) => `T${tool}\nG1 X${x} Y10\nG1 X${x + 5} E1\nG1 Y15 E1`
    const facts = read(
      ['M83\nG1 Z0.2', square(10, 0), square(40, 1), 'G1 Z0.4', square(40, 1), square(10, 0)].join('\n'),
    )
    expect(facts.changes).toEqual([
      {
        ...{ layer: 1, from: 0, to: 1, leavesAt: { x: 15, y: 15 }, goesOnAt: { x: 40, y: 10 } },
        moves: { before: 'M83', after: 'G1 X40 Y10' },
      },
      {
        ...{ layer: 2, from: 1, to: 0, leavesAt: { x: 45, y: 15 }, goesOnAt: { x: 10, y: 10 } },
        moves: { before: 'M83', after: 'G1 X10 Y10' },
      },
    ])
    const job = jobFrom(facts, 'two', demoMaterials())
    expect(job).toMatchObject({ firstTool: 0, changes: { kind: 'list', list: [{ layer: 1 }, { layer: 2 }] } })
  })

  it('keeps the slicer’s own moves of the first two changes between two tools, and of the last', () => {
    const layer = (z: number) =>
      [...[0, 1].map(tool => `G1 E-1\nT${tool}\nG1 X${10 + z} Y10\nG1 E1\nG1 X30 E1`), `G1 Z${z + 1}`].join('\n')
    const { changes } = read(['M83\nG1 Z1', ...[1, 2, 3, 4, 5].map(layer)].join('\n'))
    // T0 → T1 in each of five layers, T1 → T0 in four.
    const kept = changes.map(({ from, layer: each, moves }) => (moves ? `${from} in ${each}` : '')).filter(Boolean)
    expect(kept).toEqual(['0 in 1', '1 in 2', '0 in 2', '1 in 3', '1 in 5', '0 in 5'])
    expect(changes.at(-1)?.moves).toEqual({ before: 'M83\nG1 E-1', after: 'G1 X15 Y10\nG1 E1' })
  })

  it('knows a tool however it is taken, and lines that are numbered or set in', () => {
    const two = (takes: (tool: number) => string, before = '') => {
      const square = (tool: number) => [takes(tool), `G1 X${10 * tool} Y10`, `G1 X${10 * tool + 5} E1`]
      return read(['M83', 'G1 Z0.2', ...square(11), ...square(12)].map(line => before + line).join('\n'))
    }
    for (const facts of [
      two(tool => `M6 T${tool}`),
      two(tool => `ACTIVATE_EXTRUDER EXTRUDER=extruder${tool}`),
      two(tool => `t${tool}`, '  '),
      two(tool => `T${tool}`, 'N10 '),
    ])
      expect(facts).toMatchObject({ tools: [11, 12], firstTool: 11, changes: [{ from: 11, to: 12, layer: 1 }] })
    expect(read('N\nNever\n N5\nM83\nG1 Z1\nG1 X5 E1').tools).toEqual([0])
  })

  it('counts tools as its printer calls them: heads 11 and 12 of a carriage are its first two', () => {
    const shelduck = demoPrinters().find(({ name }) => name === 'Shelduck')
    const facts = read('M83\nG1 Z1\nM6 T12\nG1 X5 E1\nM6 T11\nG1 X9 E1')
    expect(jobFrom(facts, 'jar', demoMaterials(), shelduck)).toMatchObject({
      firstTool: 1,
      materials: { length: 2 },
      changes: { list: [{ from: 1, to: 0 }] },
    })
  })

  it('that is cut off in the middle is told, with the line', () => {
    const cut = whole.slice(0, whole.indexOf('M104 S0') - 4)
    expect(read(cut).cut).toContain('ends in the middle')
    expect(read(cut).layers).toBe(10)
  })

  it('becomes a job with the material whose temperatures are nearest', () => {
    const job = jobFrom(read(whole.replaceAll('S205', 'S230').replaceAll('S60', 'S78')), 'hook', demoMaterials())
    expect(job).toMatchObject({
      name: 'hook',
      materials: ['Tough PETG'],
      area: { kind: 'at', left: 80, right: 110, front: 70, back: 100 },
      top: { kind: 'height', mm: 2.05 },
      layerMm: 0.2,
    })
  })

  it('without a print in it says so', () => {
    expect(jobFrom(read('G28\nG1 X5 F3000\n'), 'x', demoMaterials())).toContain('no print in it')
  })
})
