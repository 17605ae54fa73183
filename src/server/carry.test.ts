// Carrying over on the server: the contract's answer, where a script came from, its original's later change, another firmware.
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { gather } from './archive/export.ts'
import { pack } from './archive/layout.ts'
import { makeShelf, type TestShelf } from './testing.ts'

let shelf: TestShelf
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(() => shelf.remove())
const ask: TestShelf['ask'] = (...asked) => shelf.ask(...asked)

type Listed = { id: number; printer: { name: string }; scripts: { id: number; name: string }[] }
const printers = async (): Promise<Listed[]> => (await ask('/shelf')).json.printers as unknown as Listed[]
const printerId = async (name: string): Promise<number> =>
  (await printers()).find(({ printer }) => printer.name === name)?.id ?? 0

const text = 'G90\nM83\nG28\nG29\nM109 S205\nG1 X4 Y20 Z0.3 F3000\nG1 Y170 E18.7 F1000\n'

/** A script of Dunlin’s and what it was carried to Curlew as. */
async function carried() {
  const [from, to] = [await printerId('Dunlin'), await printerId('Curlew')]
  const original = (await ask('/scripts', 'POST', { name: 'Mine', printerId: from, moment: 'start', text })).json
  const plan = (await ask('/carry/plan', 'POST', { text, moment: 'start', from, to, asked: {} })).json
  const copy = (
    await ask('/scripts', 'POST', {
      name: 'Mine, Curlew',
      printerId: to,
      moment: 'start',
      text: plan.text,
      cameFrom: { revisionId: original.revisionId, asked: {} },
    })
  ).json
  return { original, copy, to }
}

describe('POST /api/carry', () => {
  it('gives the JSON of the contract', async () => {
    const { status, json } = await ask('/carry', 'POST', { text, from: 'dunlin', to: 'Sanderling' })
    expect(status).toBe(200)
    expect(Object.keys(json)).toEqual(['text', 'changes', 'asks', 'before', 'after'])
    // 80 of 150 mm fit: 18.7 · 80 / 150 = 9.973.
    expect(json.text).toBe(text.replace('G1 Y170 E18.7', 'G1 Y100 E9.973'))
    expect((json.changes as unknown as object[])[6]).toEqual({
      line: 7,
      became: ['G1 Y100 E9.973 F1000'],
      kind: 'changed',
      why: 'Shorter, because the bed of Sanderling is smaller; the bead stays the same.',
    })
    expect(Object.keys(json.before ?? {})).toContain('findings')
  })

  it.each([
    [{ text: 'G28', from: 'Dodo', to: 'Dunlin' }, 404, 'There is no printer named “Dodo”.'],
    [{ text: 'G28', from: 'Dunlin', to: 'Dunlin' }, 400, 'It already is a script of Dunlin.'],
    [
      { text: 'G28', from: 'Dunlin', to: 'Curlew', lines: { first: 2, last: 9 } },
      400,
      'The script has 1 lines; 2–9 are not among them.',
    ],
    [{ text: 'G28', from: 'Dunlin', to: 'Curlew', answers: { mood: 'good' } }, 400, 'There is no question “mood”.'],
  ])('refuses %j', async (body, status, error) => {
    const refused = await ask('/carry', 'POST', body)
    expect([refused.status, refused.json.error]).toEqual([status, error])
  })
})

describe('where a script came from', () => {
  it('is told, with nothing to do while the original stays', async () => {
    const { copy } = await carried()
    expect(copy.carried).toBe(true)
    const { json } = await ask(`/carry/after/${copy.id}`)
    expect(json).toMatchObject({
      from: { printer: 'Dunlin', script: 'Mine', revision: 1 },
      original: { name: 'Mine', printer: 'Dunlin', revision: 1 },
      change: null,
    })
  })

  it('brings just the change of the original, beside a change of its own', async () => {
    const { original, copy, to } = await carried()
    await shelf.save(original.id, { text: text.replace('M109 S205', 'M109 S205\nG4 S5'), note: 'it settles' })
    const own = String(copy.text).replace('G90\n', 'G90 ; mine\n')
    await shelf.save(copy.id, { text: own, printerId: to })
    const { json } = await ask(`/carry/after/${copy.id}`)
    expect(json).toMatchObject({ original: { revision: 2, note: 'it settles' }, change: { ok: true, same: false } })
    const { change } = json as unknown as { change: { text: string } }
    expect(change.text).toBe(own.replace('M109 S205', 'M109 S205\nG4 P5000'))
  })

  it('says so where both changed the same lines', async () => {
    const { original, copy, to } = await carried()
    await shelf.save(original.id, { text: text.replace('M109 S205', 'M109 S215') })
    await shelf.save(copy.id, { text: 'M117 all new\nG28\n', printerId: to })
    expect((await ask(`/carry/after/${copy.id}`)).json).toMatchObject({
      change: { ok: false, why: expect.stringContaining('changed at the same place') },
    })
  })

  it('goes along in a shelf’s file, and finds its original by name', async () => {
    const { copy } = await carried()
    const data = new FormData()
    data.set('file', new Blob([new Uint8Array(pack(gather(shelf.database)))]), 'shelf.zip')
    data.set('decisions', '{}')
    await ask('/archive/empty', 'POST')
    await ask('/archive/import', 'POST', data)
    const carriedTexts = (await printers()).flatMap(({ scripts }) => scripts).find(({ name }) => name === copy.name)
    expect((await ask(`/carry/after/${carriedTexts?.id}`)).json).toMatchObject({
      from: { script: 'Mine', revision: 1 },
      original: { name: 'Mine', printer: 'Dunlin' },
    })
  })

  it('is nothing of a script that was written here', async () => {
    expect((await ask('/carry/after/1')).json.error).toBe('This script was not carried over.')
  })
})

describe('another firmware', () => {
  it('changes the printer and its scripts together; what is stock gets a variant', async () => {
    const id = await printerId('Turnstone')
    const own = (await printers()).find(each => each.id === id)?.scripts ?? []
    const scripts = await Promise.all(
      own.map(async each => {
        const saved = (await ask(`/scripts/${each.id}`)).json
        return { id: each.id, base: saved.revision, identity: saved.identity, text: `${saved.text}; host\n` }
      }),
    )
    const firmware = { family: 'host', version: '12.1', abilities: {} }
    const answer = await ask(`/printers/${id}/other-firmware`, 'PUT', { firmware, scripts })
    expect(answer.json).toMatchObject({ data: { firmware: { family: 'host', version: '12.1' } } })
    for (const each of own) {
      const { script, variants } = (await ask(`/scripts/${each.id}/story`)).json as unknown as {
        script: { text: string; note: string; variant: string; stock: boolean }
        variants: object[]
      }
      expect(script.text).toMatch(/; host\n$/)
      expect(script.note).toBe('Carried over to host firmware 12.1.')
      if (each.name === 'As it came') {
        expect(script).toMatchObject({ variant: 'For host firmware 12.1', stock: false })
        expect(variants).toHaveLength(2)
      }
    }
  })

  it('makes scripts of what its macros ran, beside the files that go', async () => {
    const id = await printerId('Curlew')
    const asked = (await ask(`/carry/macros/${id}`)).json as unknown as Record<'name' | 'moment' | 'call', string>[]
    expect(asked.map(({ name, moment }) => [name, moment])).toEqual([
      ['PRELUDE', 'start'],
      ['AFTERWARDS', 'end'],
    ])
    expect(asked[0]?.call).toMatch(/^PRELUDE BED=\d+ /)
    const firmware = { family: 'board', version: '2.1', abilities: {} }
    const macros = await Promise.all(
      asked.map(async ({ name, moment, call }) => {
        const plan = (await ask('/carry/plan', 'POST', { text: call, moment, from: id, to: id, firmware, asked: {} }))
          .json
        return { name, moment, text: plan.text }
      }),
    )
    expect(macros[0]?.text).toContain('\nG28\n')
    expect(macros.map(each => each.text).join()).not.toMatch(/PRELUDE|SET_|BED_MESH/)
    await ask(`/printers/${id}/other-firmware`, 'PUT', { firmware, scripts: [], macros })
    const names = (await printers()).find(each => each.id === id)?.scripts.map(({ name }) => name)
    expect(names).toEqual(expect.arrayContaining(['Curlew, PRELUDE', 'Curlew, AFTERWARDS']))
    expect(names).not.toContain('Curlew, macros.cfg')
  })

  it('changes nothing where one of them was saved elsewhere', async () => {
    const id = await printerId('Dunlin')
    const saved = (await ask('/scripts/1')).json
    const firmware = { family: 'host', version: '12.1', abilities: {} }
    const scripts = [{ id: 1, base: 77, identity: saved.identity, text: 'G28\n' }]
    const refused = await ask(`/printers/${id}/other-firmware`, 'PUT', { firmware, scripts })
    expect([refused.status, refused.json.place]).toEqual([409, 'scripts'])
    const { data } = ((await ask('/things')).json.printers as unknown as { id: number; data: object }[]).find(
      each => each.id === id,
    ) as { data: object }
    expect(data).toMatchObject({ firmware: { family: 'board' } })
  })
})
