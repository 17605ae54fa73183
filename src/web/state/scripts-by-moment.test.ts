import { describe, expect, it } from 'vitest'
import type { ScriptHead } from '../../core/model/stored.ts'
import { scriptsByMoment } from './scripts-by-moment.ts'

const head = (id: number, moment: ScriptHead['moment'], changedAt: string) => ({ id, moment, changedAt }) as ScriptHead
const heads = [
  head(1, 'end', '2026-01-01'),
  head(2, 'start', '2026-01-02'),
  head(3, 'start', '2026-01-05'),
  head(4, 'start', '2026-01-05'),
]

describe('the scripts that a print takes', () => {
  it('are of each moment the one saved last, the older one of two saved at once', () => {
    expect(scriptsByMoment(heads, {}).map(({ moment, taken }) => [moment, taken?.id])).toEqual([
      ['start', 3],
      ['end', 1],
    ])
    expect(scriptsByMoment(heads, {})[0]?.heads.map(({ id }) => id)).toEqual([3, 4, 2])
  })

  it('are those that were chosen, or none where none was; one that is gone gives way', () => {
    const taken = (start: number | null) => scriptsByMoment(heads, { start })[0]?.taken?.id ?? null
    expect(taken(2)).toBe(2)
    expect(taken(null)).toBe(null)
    expect(taken(99)).toBe(3)
  })
})
