// Variants, revisions, the bin, trials, refrains and search, asked over the API.
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { binThing, emptyOld } from './bin.ts'
import { makeShelf, now, type TestShelf } from './testing.ts'

let shelf: TestShelf
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(() => shelf.remove())
const ask: TestShelf['ask'] = (...asked) => shelf.ask(...asked)

const text = 'G28\nM190 S60\nG1 X5 E40 F900\n'
const make = async (name: string, more: object = {}) => {
  const { json } = await ask('/scripts', 'POST', { name, printerId: 1, moment: 'start', text, ...more })
  return json as unknown as { id: number; variantId: number; revisionId: number }
}
const branch = (id: number, name: string, its = `${text}M117 hi\n`) =>
  ask(`/scripts/${id}/variants`, 'POST', { name, text: its, note: 'why' })

describe('variants', () => {
  it('are branched, and the new one is in use', async () => {
    const { id } = await make('Mine')
    const { status, json } = await branch(id, 'Short  purge')
    expect(status).toBe(201)
    expect(json).toMatchObject({ id, variant: 'Short purge', variants: 2, revision: 1, note: 'why' })
  })

  it('have names of their own within the script, whatever the case', async () => {
    const { id } = await make('Mine')
    await branch(id, 'Short purge')
    expect((await branch(id, 'SHORT PURGE')).json).toMatchObject({
      error: '“Short purge” is already a variant of this script.',
      place: 'name',
    })
  })

  it('are switched between, for good or for the next print', async () => {
    const { id, variantId } = await make('Mine')
    const short = Number((await branch(id, 'Short')).json.variantId)
    expect((await ask(`/scripts/${id}/use`, 'PUT', { variantId })).json).toMatchObject({ variantId, backTo: null })
    const once = await ask(`/scripts/${id}/use`, 'PUT', { variantId: short, forNextPrint: true })
    expect(once.json).toMatchObject({ variantId: short, backTo: variantId })
    const third = Number((await branch(id, 'Third')).json.variantId)
    // Branching is for good; switching on for one print goes back to what held before the first of them.
    await ask(`/scripts/${id}/use`, 'PUT', { variantId: short, forNextPrint: true })
    const on = await ask(`/scripts/${id}/use`, 'PUT', { variantId, forNextPrint: true })
    expect(on.json).toMatchObject({ variantId, backTo: third })
    expect((await ask(`/scripts/${id}/use`, 'PUT', { variantId: third, forNextPrint: true })).json.backTo).toBeNull()
    expect((await ask(`/scripts/${id}/use`, 'PUT', { variantId: 999 })).status).toBe(404)
  })

  it('are not mistaken for each other by a save from another tab', async () => {
    const { id, variantId } = await make('Mine')
    await branch(id, 'Short')
    expect((await shelf.save(id, { text: 'G28\n', variant: variantId })).status).toBe(409)
  })
})

describe('the stock', () => {
  it('is branched, never saved over', async () => {
    const { id } = await make('Stock', { stock: true })
    const refused = await shelf.save(id, { text: 'G28\n' })
    expect([refused.status, refused.json.place]).toEqual([409, 'stock'])
    const branched = await branch(id, 'No probing')
    expect(branched.json).toMatchObject({ stock: false, variant: 'No probing' })
    const saved = await shelf.save(id, { text: 'G28\n' })
    expect(saved.json).toMatchObject({ revision: 2, text: 'G28\n' })
    const { json } = await ask(`/scripts/${id}/story`)
    expect((json.variants as unknown as object[])[0]).toMatchObject({ name: 'As it came', stock: true, inUse: false })
  })
})

describe('revisions', () => {
  it('stay: none can be changed or lost', async () => {
    const { id, variantId } = await make('Mine')
    for (const words of ['one', 'two'])
      await shelf.save(id, {
        text: `${text}M117 ${words}\n`,
        note: words,
        base: words === 'one' ? 1 : 2,
      })
    const { json } = await ask(`/scripts/${id}/story`)
    const revisions = json.revisions as unknown as { id: number; number: number; note: string; text: string }[]
    expect(revisions.map(({ number, note }) => [number, note])).toEqual([
      [1, ''],
      [2, 'one'],
      [3, 'two'],
    ])
    expect((await ask(`/revisions/${revisions[0]?.id}`)).json).toMatchObject({ text, script: 'Mine', number: 1 })
    expect(() => shelf.database.prepare('DELETE FROM revisions WHERE variant_id = ?').run(variantId)).toThrow('is kept')
    expect(() => shelf.database.prepare("UPDATE revisions SET text = ''").run()).toThrow('never changes')
  })
})

describe('the bin', () => {
  it('keeps a script for 30 days, and frees its name', async () => {
    const { id } = await make('Mine')
    expect((await ask(`/scripts/${id}`, 'DELETE')).status).toBe(200)
    expect((await ask(`/scripts/${id}`)).status).toBe(404)
    const again = await make('Mine')
    expect(again.id).not.toBe(id)
    expect((await ask('/bin')).json).toMatchObject({
      days: 30,
      things: [{ kind: 'scripts', id, name: 'Mine', whose: 'Dunlin' }],
    })
    expect((await ask(`/bin/scripts/${id}`, 'PUT', { name: 'mine' })).json).toMatchObject({ place: 'name' })
    expect((await ask(`/bin/scripts/${id}`, 'PUT', { name: 'Mine, the first' })).status).toBe(200)
    expect((await ask(`/scripts/${id}`)).json).toMatchObject({ id, name: 'Mine, the first', text })
  })

  it('gives up what has been in it for longer, revisions and all', async () => {
    const [{ id: old }, { id: young }] = [await make('Old'), await make('Young')]
    const day = (i: number) => new Date(Date.parse('2026-10-01T08:00:00.000Z') + i * 86_400_000).toISOString()
    binThing(shelf.database, 'scripts', old, day(0))
    // Looked at once a week, the days between two looks count in full.
    for (let i = 0; i <= 21; i += 7) expect(emptyOld(shelf.database, day(i))).toBe(0)
    binThing(shelf.database, 'scripts', young, day(21))
    // 28 and 7 days, then 35 and 14.
    expect(emptyOld(shelf.database, day(28))).toBe(0)
    expect(emptyOld(shelf.database, day(35))).toBe(1)
    const { json } = await ask('/bin')
    expect((json.things as unknown as { name: string }[]).map(({ name }) => name)).toEqual(['Young'])
    expect(shelf.database.prepare('SELECT count(*) FROM variants WHERE script_id = ?').pluck().get(old)).toBe(0)
  })

  it('throws nothing away when the clock jumps ahead or back: a leap counts ten days at most', async () => {
    const { id } = await make('Mine')
    emptyOld(shelf.database, now)
    binThing(shelf.database, 'scripts', id, now)
    expect(emptyOld(shelf.database, '2036-01-01T08:00:00.000Z')).toBe(0)
    expect(emptyOld(shelf.database, now)).toBe(0)
    expect(emptyOld(shelf.database, '2026-11-30T08:00:00.000Z')).toBe(0)
    expect(shelf.database.prepare('SELECT days_binned FROM scripts WHERE id = ?').pluck().get(id)).toBe(10 + 0 + 6)
  })

  it('lets go for good only of what is in it', async () => {
    const { id } = await make('Mine')
    expect((await ask(`/bin/scripts/${id}`, 'DELETE')).status).toBe(404)
    await ask(`/scripts/${id}`, 'DELETE')
    expect((await ask(`/bin/scripts/${id}`, 'DELETE')).status).toBe(200)
    expect((await ask('/bin')).json.things).toEqual([])
  })
})

describe('trials', () => {
  const trial = {
    seen: ['blobs-while-probing'],
    words: 'a string as long as a finger',
    measuredS: 262,
    filamentMm: null,
    job: 'small',
    material: 'Plain PLA',
  }
  // The first bytes of every JPEG, and two more.
  const picture = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 1, 2]).toString('base64')

  it('are tied to a revision, with their picture', async () => {
    const { id, revisionId } = await make('Mine')
    const made = await ask(`/revisions/${revisionId}/trials`, 'POST', { trial, picture })
    expect(made.status).toBe(201)
    const { json } = await ask(`/scripts/${id}/story`)
    expect(json.trials).toMatchObject([{ revisionId, madeAt: now, pictured: true, data: trial }])
    expect((await ask(`/trials/${made.json.id}`, 'DELETE')).status).toBe(200)
    expect((await ask(`/scripts/${id}/story`)).json.trials).toEqual([])
  })

  it('take no picture that is none', async () => {
    const { revisionId } = await make('Mine')
    const refused = await ask(`/revisions/${revisionId}/trials`, 'POST', { trial, picture: 'R0lGODlh' })
    expect(refused.json.error).toContain('the picture is no JPEG')
  })
})

describe('refrains', () => {
  const purge = 'G1 X50 E18 F900\n'
  const withIt = (its: string) => `G28\n;& front purge\n${its};& end front purge\n`
  const kept = async () => (await ask('/refrains', 'POST', { name: 'front purge', text: purge })).json
  const landing = async (name: string) => {
    const made = await make(name, { text: withIt(purge) })
    return { id: made.id, variant: made.variantId, base: 1, text: withIt('G1 X50 E12 F900\n') }
  }

  it('are rolled out to the scripts that are chosen, and to no other', async () => {
    const { id } = await kept()
    const [a, b, c] = [await landing('A'), await landing('B'), await landing('C')]
    const change = { base: 1, text: 'G1 X50 E12 F900\n', note: 'purge 18 → 12 mm', scripts: [a, b] }
    expect((await ask(`/refrains/${id}`, 'PUT', change)).json).toMatchObject({
      revision: 2,
      earlier: [{ number: 1, text: purge }],
    })
    const texts = await Promise.all([a, b, c].map(async each => (await ask(`/scripts/${each.id}`)).json))
    expect(texts.map(({ text: its, revision }) => [its, revision])).toEqual([
      [a.text, 2],
      [b.text, 2],
      [withIt(purge), 1],
    ])
    expect(texts[0]?.note).toBe('purge 18 → 12 mm')
  })

  it('land everywhere or nowhere', async () => {
    const { id } = await kept()
    const [a, b] = [await landing('A'), await landing('B')]
    const change = { base: 1, text: 'G1 E1', note: '', scripts: [a, { ...b, base: 7 }] }
    const refused = await ask(`/refrains/${id}`, 'PUT', change)
    expect([refused.status, refused.json.error]).toEqual([
      409,
      '“B” was saved elsewhere in the meantime. Nothing was rolled out.',
    ])
    expect((await ask(`/scripts/${a.id}`)).json.revision).toBe(1)
    const all = (await ask('/refrains')).json as unknown as { id: number }[]
    expect(all.find(each => each.id === Number(id))).toMatchObject({ revision: 1, text: purge })
  })

  it('have names of their own', async () => {
    await kept()
    expect((await ask('/refrains', 'POST', { name: 'Front Purge', text: '' })).status).toBe(409)
    expect((await ask('/refrains', 'POST', { name: 'end of all', text: '' })).json.place).toBe('name')
  })
})

describe('the search', () => {
  type Hits = { kind: string; title: string; line: number | null; shown: string }[]
  const search = async (words: string) => (await ask(`/search?q=${encodeURIComponent(words)}`)).json as unknown as Hits

  it('finds scripts by name, by a line of their text, by notes, trials and refrains', async () => {
    const { id, revisionId } = await make('Sandpiper', {
      text: 'G28\n; the gannet waits\nM190 S60\n',
      note: 'for the heron',
    })
    await ask(`/revisions/${revisionId}/trials`, 'POST', {
      trial: { seen: ['fine'], words: 'like a kestrel', measuredS: null, filamentMm: null, job: '', material: '' },
      picture: null,
    })
    await ask('/refrains', 'POST', { name: 'wipe', text: 'G1 X1 ; as the petrel does\n' })
    expect(await search('SANDP')).toMatchObject([{ kind: 'name', title: 'Sandpiper' }])
    expect(await search('gannet wai')).toMatchObject([
      { kind: 'text', title: 'Sandpiper', line: 2, shown: '; the gannet waits' },
    ])
    expect(await search('heron')).toMatchObject([{ kind: 'note', title: 'Sandpiper', shown: 'for the heron' }])
    expect(await search('kestrel')).toMatchObject([{ kind: 'trial', title: 'Sandpiper' }])
    expect(await search('fine')).toMatchObject([{ kind: 'trial', shown: 'fine' }, {}, {}])
    expect(await search('petrel')).toMatchObject([{ kind: 'refrain', title: 'wipe' }])
    await ask(`/scripts/${id}`, 'DELETE')
    expect(await search('gannet')).toEqual([])
    expect(await search('heron')).toEqual([])
  })

  it('finds the newest text only, and minds no signs', async () => {
    const { id } = await make('Mine', { text: 'M117 curlewberry\n' })
    await shelf.save(id, { text: 'M117 crowberry\n' })
    expect(await search('curlewberry')).toEqual([])
    expect(await search('crowberry')).toHaveLength(1)
    for (const odd of ['"', '*', '% _', 'zzz" OR "qqq', '(', '']) expect(await search(odd)).toEqual([])
  })
})
