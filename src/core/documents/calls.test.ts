import { describe, expect, it } from 'vitest'
import { job, material } from '../model/example.ts'
import type { Printer } from '../model/printer.ts'
import { stageOf } from '../round.ts'
import { avocet, curlew } from '../testing/machine-files.ts'
import { callablesIn, calledByPeople, callOf } from './calls.ts'

describe('what people call', () => {
  const called = (printer: Printer) =>
    calledByPeople(stageOf({ printer, job, material, moment: 'start' })).map(each => [each.name, each.moment])

  it('is what no other macro calls; numbers alone and what runs later are not called', () => {
    expect(called(curlew)).toEqual([
      ['PRELUDE', 'start'],
      ['AFTERWARDS', 'end'],
    ])
  })

  it('is none of the files that the machine runs by itself', () => {
    expect(called(avocet)).toEqual([
      ['brush.g', 'layer-change'],
      ['first-line.g', 'layer-change'],
    ])
  })
})

describe('what can be called', () => {
  it('is each macro with its parameters, as the job gives them; what others call comes last', () => {
    const stage = stageOf({ printer: curlew, job, material, moment: 'start' })
    const all = callablesIn(stage, 'macros.cfg')
    expect(all.map(({ name, moment }) => [name, moment])).toEqual([
      ['PRELUDE', 'start'],
      ['AFTERWARDS', 'end'],
      ['HEAT_SOAK', 'layer-change'],
      ['MESH_FOR_HEAT', 'layer-change'],
      ['PURGE_FRONT', 'layer-change'],
    ])
    expect(all[0]?.parameters[0]).toEqual({ key: 'BED', otherwise: '60', proposed: String(material.bedC) })
    expect(all[0] && callOf(all[0], { SOAK: '', NOZZLE: '230' })).toBe(
      `PRELUDE BED=${material.bedC} NOZZLE=230 FIRST=${job.firstLayerMm}`,
    )
  })
})
