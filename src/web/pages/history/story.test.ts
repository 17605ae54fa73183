import { describe, expect, it } from 'vitest'
import type { Revision, SavedTrial, Story } from '../../../core/model/stored.ts'
import { job, material, printer } from '../../../core/testing/stage.ts'
import { beforeOf, timedTrials } from './story.ts'

const revision = (id: number, variantId: number, number: number, text = `; ${id}`): Revision => ({
  id,
  variantId,
  number,
  text,
  note: '',
  createdAt: '2026-11-24T08:00:00.000Z',
})
const variant = (id: number, bornOf: number | null) => ({ id, name: `v${id}`, stock: false, inUse: id === 1, bornOf })

describe('the revision that another was made from', () => {
  // The second variant was branched from the second revision of the first.
  const story = {
    variants: [variant(1, null), variant(2, 11)],
    revisions: [revision(10, 1, 1), revision(11, 1, 2), revision(12, 1, 3), revision(20, 2, 1), revision(21, 2, 2)],
  }
  const madeFrom = (id: number) => {
    const found = story.revisions.find(each => each.id === id)
    return found && beforeOf(story, found)
  }

  it('is the one before it in its variant', () =>
    expect([madeFrom(11), madeFrom(12), madeFrom(21)]).toEqual([10, 11, 20]))
  it('is the one that its variant was branched from, for a first one', () => expect(madeFrom(20)).toBe(11))
  it('is none for the very first', () => expect(madeFrom(10)).toBeNull())
})

describe('the trials that were timed', () => {
  const trial = (id: number, revisionId: number, data: Partial<SavedTrial['data']>): SavedTrial => ({
    id,
    revisionId,
    madeAt: '2026-11-24T08:00:00.000Z',
    pictured: false,
    data: { seen: ['fine'], words: '', measuredS: null, filamentMm: null, job: '', material: '', ...data },
  })
  const wide = { ...job, name: 'wide' }
  const soft = { ...material, name: 'Soft' }
  const setting = { printer, material, job, moment: 'start' as const }
  const things = {
    printers: [],
    vocabularies: [],
    taught: [],
    jobs: [{ id: 1, data: wide }],
    materials: [{ id: 1, data: soft }],
  }
  const timed = (trials: SavedTrial[]) =>
    timedTrials({ revisions: [revision(10, 1, 1, 'G28')], trials } as unknown as Story, setting, things)

  it('are for the job and material that they say, where those are still known', () => {
    const [own, gone] = timed([
      trial(1, 10, { measuredS: 60, job: 'wide', material: 'Soft' }),
      trial(2, 10, { measuredS: 70, job: 'narrow', material: 'Hard' }),
    ])
    expect(own).toMatchObject({ trialId: 1, text: 'G28', measuredS: 60, setting: { job: wide, material: soft } })
    expect(gone).toMatchObject({ trialId: 2, setting: { job, material } })
  })

  it('are none without a time, or of a revision that is not there', () => {
    expect(timed([trial(1, 10, {}), trial(2, 99, { measuredS: 60 })])).toEqual([])
  })
})
