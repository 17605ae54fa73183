import { describe, expect, it } from 'vitest'
import { printer as bench } from '../../../core/model/example.ts'
import { sourceOf, withOwnSources, wordsOfSource } from './sources.ts'

const from = { how: 'stated', file: 'printer.cfg', line: 9 } as const
const printer = {
  ...bench,
  sources: { 'bed.x': from, 'heaters.bed.secondsTo60': { how: 'guessed', file: null, line: null } as const },
}

describe('where a field comes from', () => {
  it('is that of what it is a part of', () => {
    expect(sourceOf(printer, 'bed.x.1')).toEqual(from)
    expect(sourceOf(printer, 'bed.y.1')).toBeNull()
    expect(wordsOfSource(from)).toBe('stated · printer.cfg, line 9')
  })

  it('is the person from when they changed it, and a watch when they measured it', () => {
    const wider = { ...printer, bed: { ...printer.bed, x: [0, 190] as [number, number] } }
    expect(Object.keys(withOwnSources(printer, wider).sources)).toEqual(['heaters.bed.secondsTo60'])
    const timed = {
      ...printer,
      heaters: { ...printer.heaters, bed: { ...printer.heaters.bed, secondsTo60: 111 } },
      sources: { ...printer.sources, 'heaters.bed.secondsTo60': { how: 'measured', file: null, line: null } as const },
    }
    expect(withOwnSources(printer, timed).sources['heaters.bed.secondsTo60']?.how).toBe('measured')
  })
})
