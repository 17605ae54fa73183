import { describe, expect, it } from 'vitest'
import { belongsTo, type Draft } from './drafts.ts'

const draft: Draft = {
  text: 'G28',
  separator: '\n',
  name: 'Everyday',
  printerId: 1,
  moment: 'start',
  materialName: '',
  jobName: '',
  base: 3,
  baseAt: '2026-11-24T08:00:00.000Z',
  changedAt: '2026-11-25T08:00:00.000Z',
}
const saved = { name: 'Everyday', revision: 3, changedAt: '2026-11-24T08:00:00.000Z' }

describe('a change that was not saved', () => {
  it('belongs to the script whose revision it was made of, renamed or not', () => {
    expect(belongsTo(draft, saved)).toBe(true)
    expect(belongsTo(draft, { ...saved, name: 'Each day' })).toBe(true)
  })

  it('belongs to it when that was saved elsewhere meanwhile', () =>
    expect(belongsTo(draft, { ...saved, revision: 4, changedAt: '2026-11-26T08:00:00.000Z' })).toBe(true))

  it('does not belong to another script that has its number, on a shelf that was brought in anew', () => {
    expect(belongsTo(draft, { ...saved, changedAt: '2026-01-01T08:00:00.000Z' })).toBe(false)
    expect(belongsTo(draft, { name: 'Clay', revision: 7, changedAt: '2026-11-26T08:00:00.000Z' })).toBe(false)
    expect(belongsTo(draft, { ...saved, revision: 1 })).toBe(false)
  })
})
