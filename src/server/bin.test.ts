// What is thrown away besides scripts, and what things were before they were changed; asked over the API.
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { job, material } from '../core/model/example.ts'
import { emptyOld } from './bin.ts'
import { makeShelf, now, type TestShelf } from './testing.ts'

let shelf: TestShelf
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(() => shelf.remove())
const ask: TestShelf['ask'] = (...asked) => shelf.ask(...asked)

type Thing = { id: number; data: { name: string; materials?: string[] } }
const list = async (table: string) =>
  ((await ask('/things')).json as unknown as Record<string, Thing[]>)[table] as Thing[]
const binned = async () =>
  ((await ask('/bin')).json.things as unknown as { kind: string; name: string }[]).map(
    ({ kind, name }) => `${kind} ${name}`,
  )
const text = 'G28\nM190 S60\n'
const mine = { ...job, name: 'buoy', materials: ['Plain PLA'] }

describe('what is thrown away', () => {
  it('is a material, a job, a refrain: each waits, its name is free, and it comes back', async () => {
    const { id } = (await ask('/materials', 'POST', { ...material, name: 'Shell white' })).json
    await ask(`/materials/${id}`, 'DELETE')
    expect(await binned()).toEqual(['materials Shell white'])
    // Another has its name by now, so it comes back under one of its own, in its data as well.
    await ask('/materials', 'POST', { ...material, name: 'shell white' })
    const refused = await ask(`/bin/materials/${id}`, 'PUT', { name: 'Shell white' })
    expect([refused.status, refused.json.place]).toEqual([409, 'name'])
    expect((await ask(`/bin/materials/${id}`, 'PUT', { name: 'Shell, old' })).status).toBe(200)
    expect((await list('materials')).map(({ data }) => data.name)).toContain('Shell, old')

    const refrain = (await ask('/refrains', 'POST', { name: 'quiet', text: 'M300 S0\n', note: '' })).json
    await ask(`/refrains/${refrain.id}`, 'DELETE')
    expect((await ask('/refrains')).json).not.toContainEqual(expect.objectContaining({ name: 'quiet' }))
    expect((await ask('/search?q=M300')).json).toEqual([])
    await ask(`/bin/refrains/${refrain.id}`, 'PUT', { name: 'quiet' })
    expect((await ask('/refrains')).json).toContainEqual(expect.objectContaining({ name: 'quiet', text: 'M300 S0\n' }))
  })

  it('comes back only as it can be: a job needs its materials', async () => {
    const shell = (await ask('/materials', 'POST', { ...material, name: 'Shell white' })).json
    const buoy = (await ask('/jobs', 'POST', { ...mine, materials: ['Shell white'] })).json
    await ask(`/jobs/${buoy.id}`, 'DELETE')
    await ask(`/materials/${shell.id}`, 'DELETE')
    const refused = await ask(`/bin/jobs/${buoy.id}`, 'PUT', { name: 'buoy' })
    expect(refused.json.error).toBe('There is no material called “Shell white”.')
    expect(await binned()).toContain('jobs buoy')
  })

  it('is a variant that is not in use, with its revisions; the others keep theirs', async () => {
    const script = (await ask('/scripts', 'POST', { name: 'Mine', printerId: 1, moment: 'start', text })).json
    const branch = { name: 'Short', text: `${text}M117 hi\n`, note: '' }
    const short = (await ask(`/scripts/${script.id}/variants`, 'POST', branch)).json.variantId
    expect((await ask(`/scripts/${script.id}/variants/${short}`, 'DELETE')).json.error).toBe(
      '“Short” is in use. Put a different variant in use first.',
    )
    await ask(`/scripts/${script.id}/use`, 'PUT', { variantId: script.variantId, forNextPrint: false })
    expect((await ask(`/scripts/${script.id}/variants/${short}`, 'DELETE')).status).toBe(200)
    const story = (await ask(`/scripts/${script.id}/story`)).json as unknown as {
      variants: unknown[]
      revisions: unknown[]
    }
    expect([story.variants.length, story.revisions.length]).toEqual([1, 1])
    expect(await binned()).toEqual(['variants Short'])
    await ask(`/bin/variants/${short}`, 'PUT', { name: 'Short' })
    expect((await ask(`/scripts/${script.id}`)).json.variants).toBe(2)
  })

  it('is gone after thirty days, and what was known of it before with it', async () => {
    const { id } = (await ask('/jobs', 'POST', mine)).json
    await ask(`/jobs/${id}`, 'PUT', { ...mine, about: 'for the pier' })
    emptyOld(shelf.database, now)
    await ask(`/jobs/${id}`, 'DELETE')
    // Three looks, each a leap that counts ten days.
    for (const year of ['2028', '2029', '2030']) emptyOld(shelf.database, `${year}-01-01T08:00:00.000Z`)
    expect(shelf.database.prepare('SELECT count(*) FROM jobs WHERE id = ?').pluck().get(id)).toBe(0)
    expect(shelf.database.prepare('SELECT count(*) FROM earlier').pluck().get()).toBe(0)
  })

  it('is a printer with its files: they go for good with it, and come back with it alone', async () => {
    const curlew = (await list('printers')).find(({ data }) => data.name === 'Curlew')?.data
    const printer = { ...curlew, name: 'Second Curlew' }
    const { id } = (await ask('/printers', 'POST', printer)).json
    await ask(`/printers/${id}`, 'DELETE')
    const things = (await ask('/bin')).json.things as unknown as { id: number; kind: string; name: string }[]
    const file = things.find(({ name }) => name === 'Second Curlew, macros.cfg')
    const refused = await ask(`/bin/scripts/${file?.id}`, 'PUT', { name: 'By itself' })
    expect([refused.status, refused.json.error]).toEqual([
      409,
      'Its printer is in the bin. Put the printer back, and this file comes back with it.',
    ])
    expect((await ask(`/bin/printers/${id}`, 'DELETE')).status).toBe(200)
    expect((await binned()).filter(each => each.includes('Second Curlew'))).toEqual([])
  })

  it('is a file of a firmware that its printer no longer has, which stays there', async () => {
    const { id } = (await list('printers')).find(({ data }) => data.name === 'Curlew') as Thing
    const firmware = { family: 'board', version: '2.1', abilities: {} }
    await ask(`/printers/${id}/other-firmware`, 'PUT', { firmware, scripts: [] })
    const things = (await ask('/bin')).json.things as unknown as { id: number; name: string }[]
    const file = things.find(({ name }) => name === 'Curlew, macros.cfg')
    const refused = await ask(`/bin/scripts/${file?.id}`, 'PUT', { name: 'Curlew, macros.cfg' })
    expect([refused.status, refused.json.error]).toEqual([
      409,
      'Curlew has board firmware now, which reads no such file.',
    ])
  })

  it('stays out of what is taken along, and of rehearsals', async () => {
    const { id } = (await ask('/jobs', 'POST', mine)).json
    await ask(`/jobs/${id}`, 'DELETE')
    const { status } = await ask('/rehearse', 'POST', { text, printer: 'Dunlin', job: 'buoy' })
    expect(status).toBe(404)
  })
})

describe('what something was before it was changed', () => {
  it('is kept, the latest first, and only where something changed', async () => {
    const { id } = (await ask('/jobs', 'POST', mine)).json
    await ask(`/jobs/${id}`, 'PUT', mine)
    expect((await ask(`/jobs/${id}/earlier`)).json).toEqual([])
    await ask(`/jobs/${id}`, 'PUT', { ...mine, about: 'one' })
    await ask(`/jobs/${id}`, 'PUT', { ...mine, about: 'two' })
    const earlier = (await ask(`/jobs/${id}/earlier`)).json as unknown as { data: { about: string } }[]
    expect(earlier.map(({ data }) => data.about)).toEqual(['one', mine.about])
  })

  it('is kept of a printer whose macros are changed, and no more than fifty times', async () => {
    for (let i = 0; i <= 52; i++) await ask('/printers/1/macros', 'PUT', { macros: `; ${i}` })
    const earlier = (await ask('/printers/1/earlier')).json as unknown as { data: { macros: string } }[]
    // 53 changes: the first two states are gone, and the newest that was left is that before the last change.
    expect([earlier.length, earlier[0]?.data.macros, earlier.at(-1)?.data.macros]).toEqual([50, '; 51', '; 2'])
  })
})
