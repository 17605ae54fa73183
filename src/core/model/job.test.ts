import { describe, expect, it } from 'vitest'
import { job as base, printer } from './example.ts'
import {
  heightOfLayer,
  type Job,
  layerRehearsed,
  layersOn,
  nowhere,
  ofFirstTool,
  toolsUsed,
  topOn,
  towerOf,
} from './job.ts'

const job = (over: Partial<Job> = {}): Job => ({ ...base, firstLayerMm: 0.3, layerMm: 0.2, ...over })

describe('a job’s layers', () => {
  it('reach its top: 0.3 and then 0.2 mm each make 1.1 mm in five', () => {
    const five = job({ top: { kind: 'height', mm: 1.1 } })
    expect(layersOn(five, printer)).toBe(5)
    expect(heightOfLayer(five, 1)).toBe(0.3)
    expect(heightOfLayer(five, 5)).toBeCloseTo(1.1, 9)
  })

  it('are one where the first is as high as the print, or higher', () => {
    expect(layersOn(job({ top: { kind: 'height', mm: 0.3 } }), printer)).toBe(1)
    expect(layersOn(job({ top: { kind: 'height', mm: 0.1 } }), printer)).toBe(1)
  })

  it('go up to so far below the reach of whichever printer it is', () => {
    const high = { ...printer, reach: { ...printer.reach, z: [0, 100] as [number, number] } }
    expect(topOn(job({ top: { kind: 'below-reach', mm: 5 } }), high)).toBe(95)
  })

  it('are looked at half way up where none is named, and never in the first', () => {
    expect(layerRehearsed(job({ top: { kind: 'height', mm: 1.1 } }), printer)).toBe(3)
    expect(layerRehearsed(job({ top: { kind: 'height', mm: 0.5 } }), printer)).toBe(2)
    expect(layerRehearsed(job({ top: { kind: 'height', mm: 0.3 } }), printer)).toBe(1)
    expect(layerRehearsed(job(), printer, 7)).toBe(7)
  })
})

describe('a job’s tools', () => {
  it('are as many as its materials, or the one that it begins with', () => {
    expect(toolsUsed(job({ materials: ['A', 'B', 'C'] }))).toEqual([0, 1, 2])
    expect(toolsUsed(job({ materials: ['A'], firstTool: 2 }))).toEqual([2])
  })

  it('are those that its changes name, and the first', () => {
    const list = [{ layer: 2, from: 0, to: 3, ...nowhere }]
    expect(toolsUsed(job({ materials: ['A'], changes: { kind: 'list', list } }))).toEqual([0, 3])
    const use = { tool: 1, fromLayer: null, toLayer: null, fromMm: null, toMm: null }
    expect(
      toolsUsed(job({ materials: ['A', 'B', 'C'], changes: { kind: 'layers', order: 'fewest', uses: [use] } })),
    ).toEqual([0, 1])
  })

  it('have what is said for each, the first tool its own, and a single one serves all', () => {
    expect(ofFirstTool({ firstTool: 1 }, ['a', 'b'])).toBe('b')
    expect(ofFirstTool({ firstTool: 1 }, ['a'])).toBe('a')
    expect(ofFirstTool({ firstTool: 0 }, [])).toBeUndefined()
  })
})

describe('a prime tower', () => {
  it('stands about its middle: 20 × 30 mm at (100, 50)', () => {
    expect(towerOf(job({ tower: { x: 100, y: 50, widthMm: 20, depthMm: 30 } }))).toEqual({
      left: 90,
      right: 110,
      front: 35,
      back: 65,
    })
    expect(towerOf(job())).toBeNull()
  })
})
