import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { workHere } from '../tasks/server-tasks.ts'
import { allHeads } from './scripts.ts'
import { seriousCounts, summariesOf } from './summaries.ts'
import { makeShelf, type TestShelf } from './testing.ts'

let shelf: TestShelf
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(() => shelf.remove())

const all = () => allHeads(shelf.database).map(({ id }) => id)
const never = () => false
const atOnce = () => true
const of = (ids: readonly number[], enough: () => boolean, work = workHere) =>
  summariesOf(shelf.database, ids, enough, work)
const kept = () => shelf.database.prepare('SELECT count(*) FROM summaries').pluck().get()

describe('what scripts come to', () => {
  it('is worked out one by one where there is no time, and never none', async () => {
    expect((await of(all(), atOnce)).size).toBe(1)
    expect((await of(all(), atOnce)).size).toBe(2)
    expect(kept()).toBe(2)
  })

  it('is kept, and the same when it is asked for again', async () => {
    const first = await of(all(), never)
    expect(first.size).toBe(all().length)
    expect(await of(all(), atOnce)).toEqual(first)
  })

  it('counts what is more than advice: four in Turnstone’s first script', async () => {
    await of(all(), never)
    const counts = seriousCounts(shelf.database)
    const turnstone = allHeads(shelf.database).find(({ name }) => name === 'From the café’s folder')
    expect(counts.get(turnstone?.id ?? 0)).toBe(4)
    expect(counts.size).toBe(all().length)
  })

  it('holds no longer for the scripts of a printer that was changed, and holds for the others', async () => {
    await of(all(), never)
    const { printers } = (await shelf.ask('/things')).json as unknown as { printers: { id: number; data: object }[] }
    await shelf.ask(`/printers/${printers[0]?.id}`, 'PUT', { ...printers[0]?.data, about: 'moved to the window' })
    const dunlins = allHeads(shelf.database).filter(({ printerId }) => printerId === printers[0]?.id)
    const counts = seriousCounts(shelf.database)
    expect(dunlins.map(({ id }) => counts.has(id))).toEqual(dunlins.map(() => false))
    expect(counts.size).toBe(all().length - dunlins.length)
  })

  it('holds no longer for any script when a material was changed', async () => {
    await of(all(), never)
    const { materials } = (await shelf.ask('/things')).json as unknown as { materials: { id: number; data: object }[] }
    await shelf.ask(`/materials/${materials[0]?.id}`, 'PUT', { ...materials[0]?.data, nozzleC: 201 })
    expect(seriousCounts(shelf.database).size).toBe(0)
  })

  it('is that of the variant in use', async () => {
    const { json: script } = await shelf.ask('/scripts/1')
    await of([1], never)
    const branch = { name: 'Far out', text: 'G28\nG1 X-90 F3000\n', note: '' }
    await shelf.ask('/scripts/1/variants', 'POST', branch)
    expect(seriousCounts(shelf.database).has(1)).toBe(false)
    const { findings = [] } = (await of([1], never)).get(1) ?? {}
    expect(findings.find(({ rule }) => rule === 'outside-reach')).toMatchObject({ line: 2, severity: 'error' })
    // Switched back, what was known of the other is still known.
    await shelf.ask('/scripts/1/use', 'PUT', { variantId: script.variantId })
    expect(seriousCounts(shelf.database).get(1)).toBe(0)
  })

  it('says so of a script that takes too much, and is not asked for again', async () => {
    const asked: string[] = []
    const work = {
      ...workHere,
      summarize: async (text: string) => {
        asked.push(text)
        throw new Error('too much')
      },
    }
    const first = (await of([1], never, work)).get(1)
    expect(first?.findings).toMatchObject([{ rule: 'never-ends', severity: 'error', line: 1 }])
    expect((await of([1], never, work)).get(1)).toEqual(first)
    expect([asked.length, seriousCounts(shelf.database).get(1)]).toEqual([1, 1])
  })

  it('of a script that is gone is left out', async () => expect((await of([9999], never)).size).toBe(0))
})
