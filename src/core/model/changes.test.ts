import { describe, expect, it } from 'vitest'
import { changeBetween, changeCount, changeFor, changesOf, layerOfStop, pairsOf, purgeOf } from './changes.ts'
import { job as plain, printer } from './example.ts'
import { type Job, nowhere, type Use } from './job.ts'

// First layer 0.2 and then 0.2 mm: layer n reaches 0.2·n mm; 1 mm high is five layers.
const five: Job = {
  ...plain,
  materials: ['Plain PLA', 'Bendy TPU', 'Tough PETG'],
  firstTool: 0,
  top: { kind: 'height', mm: 1 },
  firstLayerMm: 0.2,
  layerMm: 0.2,
}
const use = (tool: number, over: Partial<Use> = {}): Use => ({
  tool,
  fromLayer: null,
  toLayer: null,
  fromMm: null,
  toMm: null,
  ...over,
})
const through = (order: 'fewest' | 'by-number', ...uses: Use[]): string[] =>
  changesOf({ ...five, changes: { kind: 'layers', order, uses } }, printer).map(
    ({ layer, from, to }) => `${layer}: ${from}→${to}`,
  )

describe('a job’s changes', () => {
  it('has two tools on every layer with one change in each, as a layer begins with the tool of the one below', () => {
    expect(through('fewest', use(0), use(1))).toEqual(['1: 0→1', '2: 1→0', '3: 0→1', '4: 1→0', '5: 0→1'])
  })

  it('has them by number with two changes in each layer but the first', () => {
    // Layer 1 begins with T0, which is in use: one change. Each of the four above: back to T0, then T1. 1 + 4 · 2 = 9.
    const all = through('by-number', use(0), use(1))
    expect(all.slice(0, 3)).toEqual(['1: 0→1', '2: 1→0', '2: 0→1'])
    expect(all).toHaveLength(9)
  })

  it('changes once at a height: a layer whose top is just there still belongs below', () => {
    // 0.6 mm is the top of layer 3.
    expect(through('fewest', use(0, { toMm: 0.6 }), use(1, { fromMm: 0.6 }))).toEqual(['4: 0→1'])
  })

  it('has a tool in some layers only, between the others', () => {
    expect(through('fewest', use(0), use(2, { fromLayer: 2, toLayer: 3 }))).toEqual(['2: 0→2', '3: 2→0'])
  })

  it('begins with another tool than the first where the first prints later', () => {
    expect(through('fewest', use(1))).toEqual(['1: 0→1'])
  })

  it('takes a list as it is, but for layers that there are not and changes to the same tool', () => {
    const list = [
      { layer: 2, from: 0, to: 1, ...nowhere },
      { layer: 3, from: 1, to: 1, ...nowhere },
      { layer: 9, from: 1, to: 0, ...nowhere },
    ]
    expect(changesOf({ ...five, changes: { kind: 'list', list } }, printer)).toEqual([list[0]])
  })

  it('uses all its tools on every layer where nothing is said', () => {
    // Three tools, fewest: two changes a layer, five layers.
    expect(changesOf(five, printer)).toHaveLength(10)
    expect(changesOf({ ...five, materials: ['Plain PLA'] }, printer)).toEqual([])
  })

  it('is rehearsed from the tool that begins to the next that is used, where none is given', () => {
    expect(changeFor({ ...five, firstTool: 1 })).toEqual({ from: 1, to: 0 })
    expect(changeFor(five, { from: 2, to: 1 })).toEqual({ from: 2, to: 1 })
    expect(changeFor({ ...five, materials: ['Plain PLA'] })).toEqual({ from: 0, to: 0 })
  })

  it('stops before the first layer over a height, or before its own', () => {
    const stop = { layer: null, mm: null, runs: 'pause' as const }
    // 0.5 mm is within layer 3 (0.4 to 0.6): the layer whose top lies over it. At 0.4 just, layer 2 is done: before 3.
    expect(layerOfStop(five, printer, { ...stop, mm: 0.5 })).toBe(3)
    expect(layerOfStop(five, printer, { ...stop, mm: 0.4 })).toBe(3)
    expect(layerOfStop(five, printer, { ...stop, layer: 4 })).toBe(4)
    expect(layerOfStop(five, printer, { ...stop, layer: 6 })).toBeNull()
    expect(layerOfStop(five, printer, { ...stop, mm: 2 })).toBeNull()
  })

  it('purges what is said for two tools, else what is said for all', () => {
    const job = { ...five, purgeMm3: 60, purges: [{ from: 1, to: 0, mm3: 120 }] }
    expect([purgeOf(job, { from: 0, to: 1 }), purgeOf(job, { from: 1, to: 0 })]).toEqual([60, 120])
  })
})

describe('a print of several objects', () => {
  it('changes back to the first tool before each next one, where the layers below ended with another', () => {
    // Five layers with one change in each end with T1: 3 · 5, and back twice.
    const three = { ...five, materials: ['Plain PLA', 'Bendy TPU'], objects: 3 }
    expect(changeBetween(three, printer)).toMatchObject({ layer: 1, from: 1, to: 0 })
    expect(changeCount(three, printer)).toBe(17)
    // Four layers end with T0, with which the next one begins: 3 · 4.
    const four: Job = { ...three, top: { kind: 'height', mm: 0.8 } }
    expect(changeBetween(four, printer)).toBeNull()
    expect(changeCount(four, printer)).toBe(12)
  })

  it('names each pair once, as it first comes, the change back among them', () => {
    const { changes, ...job } = { ...five, objects: 2, materials: ['Plain PLA', 'Bendy TPU'] }
    const said = (now: Job) => pairsOf(now, printer).map(({ layer, from, to }) => `${layer}: ${from}→${to}`)
    expect(said({ ...job, changes })).toEqual(['1: 0→1', '2: 1→0'])
    // Once only, in layer 4; then back before the second object.
    const list = [{ layer: 4, from: 0, to: 1, ...nowhere }]
    expect(said({ ...job, changes: { kind: 'list', list } })).toEqual(['4: 0→1', '1: 1→0'])
  })

  it('has none of it in one object, or where nothing changes', () => {
    expect(changeCount({ ...five, materials: ['Plain PLA', 'Bendy TPU'] }, printer)).toBe(5)
    expect(changeCount({ ...five, materials: ['Plain PLA'], objects: 3 }, printer)).toBe(0)
  })
})
