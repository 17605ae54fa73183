import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { makeShelf, type TestShelf } from '../testing.ts'
import { gather } from './export.ts'
import { pack } from './layout.ts'
import { unpack } from './unpack.ts'

let shelf: TestShelf
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(() => shelf.remove())
const ask: TestShelf['ask'] = (...asked) => shelf.ask(...asked)

const packed = () => pack(gather(shelf.database))
const form = (bytes: Uint8Array, decisions: object = {}) => {
  const data = new FormData()
  data.set('file', new Blob([new Uint8Array(bytes)]), 'shelf.zip')
  data.set('decisions', JSON.stringify(decisions))
  return data
}
const look = async (bytes: Uint8Array) =>
  (await ask('/archive/look', 'POST', form(bytes))).json as unknown as {
    kind: string
    name: string
    is: string
    words: string
  }[]
const importShelf = (bytes: Uint8Array, decisions: object = {}) =>
  ask('/archive/import', 'POST', form(bytes, decisions))
const save = (id: number, text: string, base = 1) => shelf.save(id, { text, base })

describe('a shelf taken archive', () => {
  it('is the same bytes each time', () => expect(packed()).toEqual(packed()))

  it('can be read by a person: JSON, and each revision a file of G-code', () => {
    const files = unzipSync(packed())
    expect(Object.keys(files)).toEqual(Object.keys(files).sort())
    expect(strFromU8(files['scripts/Dunlin, Everyday/First/0001.gcode'] as Uint8Array)).toContain(
      '; Dunlin, before every print',
    )
    expect(JSON.parse(strFromU8(files['printers/Dunlin.json'] as Uint8Array)).name).toBe('Dunlin')
    expect(files['refrains/off the print/refrain.json']).toBeDefined()
  })

  it('comes back as it was: emptied and brought in again, it is the same bytes', async () => {
    const trial = { seen: ['fine'], words: 'good', measuredS: 260, filamentMm: null, job: '', material: '' }
    const picture = Buffer.from([0xff, 0xd8, 0xff, 0xe0, 7]).toString('base64')
    await ask('/revisions/1/trials', 'POST', { trial, picture })
    const before = packed()
    expect((await ask('/archive/empty', 'POST')).status).toBe(200)
    expect((await ask('/shelf')).json.printers).toEqual([])
    expect(packed()).not.toEqual(before)
    expect((await importShelf(before)).status).toBe(200)
    expect(packed()).toEqual(before)
    // The search has come back, too.
    expect((await ask('/search?q=pea')).json).toMatchObject([{ kind: 'trial', title: 'Any material' }])
  })

  it('of one printer has what belongs to it and no other’s', () => {
    const archive = gather(shelf.database, 1)
    expect(archive.printers.map(({ name }) => name)).toEqual(['Dunlin'])
    expect(new Set(archive.scripts.map(({ printer }) => printer))).toEqual(new Set(['Dunlin']))
    expect(archive.refrains.map(({ name }) => name)).toEqual(['off the print'])
    expect(gather(shelf.database, 2).refrains).toEqual([])
  })
})

describe('a shelf brought in', () => {
  it('says what is new, the same, and different', async () => {
    const before = packed()
    await save(1, 'G28\n')
    await ask('/scripts/2', 'DELETE')
    const items = await look(before)
    expect(items.find(({ name }) => name === 'Everyday')).toMatchObject({
      kind: 'scripts',
      is: 'differs',
      words: '2 revisions here, 1 in the file',
    })
    expect(items.find(({ name }) => name === 'Park at the back')).toMatchObject({ is: 'new' })
    expect(items.filter(({ is }) => is === 'same')).toHaveLength(items.length - 2)
  })

  it('leaves mine, takes theirs and bins mine, or keeps both', async () => {
    const before = packed()
    await save(1, 'G28\n')
    await importShelf(before)
    expect((await ask('/scripts/1')).json).toMatchObject({ text: 'G28\n' })
    await importShelf(before, { 'scripts Everyday': 'both' })
    const shelfNow = async () =>
      (
        (await ask('/shelf')).json.printers as unknown as {
          scripts: { id: number; name: string; revision: number }[]
        }[]
      ).flatMap(({ scripts }) => scripts)
    expect((await shelfNow()).find(({ name }) => name === 'Everyday, from the file')).toMatchObject({ revision: 1 })
    await importShelf(before, { 'scripts Everyday': 'theirs' })
    expect((await shelfNow()).find(({ name }) => name === 'Everyday')).toMatchObject({ revision: 1 })
    expect((await ask('/bin')).json.things).toMatchObject([{ id: 1, name: 'Everyday' }])
  })

  it('is refused with a sentence where it is none, and nothing changes', async () => {
    const before = packed()
    const files = unzipSync(before)
    const without = (change: (all: Record<string, Uint8Array>) => void) => {
      const copy = { ...files }
      change(copy)
      return zipSync(copy)
    }
    const why = (bytes: Uint8Array) => {
      const found = unpack(bytes)
      return found.ok ? '' : found.why
    }
    expect(why(before.slice(0, 200))).toContain('it is incomplete')
    expect(why(new Uint8Array([1, 2, 3]))).toContain('not a .zip')
    expect(why(without(all => delete all['shelf.json']))).toContain('shelf.json can’t be read')
    expect(why(without(all => delete all['scripts/Dunlin, Everyday/First/0001.gcode']))).toContain(
      '0001.gcode can’t be read',
    )
    expect(why(without(all => Object.assign(all, { 'printers/Dunlin.json': strToU8('{"name":"Dunlin"}') })))).toContain(
      'does not fit',
    )
    expect((await ask('/archive/look', 'POST', new FormData())).json.error).toBe('The request has no file.')
    expect((await ask('/archive/import', 'POST', form(before, { 'scripts Everyday': 'burn' }))).json.place).toBe(
      'decisions',
    )
    const orphan = without(all => delete all['printers/Dunlin.json'])
    await ask('/archive/empty', 'POST')
    const refused = await importShelf(orphan)
    expect([refused.status, refused.json.error]).toEqual([
      400,
      expect.stringContaining('is for Dunlin, which is neither here nor in the file.'),
    ])
    expect((await ask('/shelf')).json.printers).toEqual([])
  })
})

describe('backups', () => {
  it('are made before an import, kept to the last ten, and put back', async () => {
    const before = packed()
    const { json } = await importShelf(before)
    const backup = json.backup as unknown as { file: string; reason: string }
    expect(backup.reason).toBe('before-import')
    await save(1, 'G28 ; whimbrel\n')
    await ask('/scripts/2', 'DELETE')
    expect((await ask('/archive/restore', 'POST', { file: backup.file })).status).toBe(200)
    expect(packed()).toEqual(before)
    expect((await ask('/search?q=whimbrel')).json).toEqual([])
    // What was there before the restoring is a backup now.
    const all = (await ask('/archive/backups')).json as unknown as { reason: string }[]
    expect(all.map(({ reason }) => reason)).toContain('before-restoring')
    expect((await ask('/archive/restore', 'POST', { file: '../shelf.sqlite' })).status).toBe(404)
    // Revisions are guarded as before.
    expect(() => shelf.database.prepare('DELETE FROM revisions').run()).toThrow('is kept')
  })
})
