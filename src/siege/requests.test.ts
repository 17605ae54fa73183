// Right answers to wrong requests: each with its status and one sentence, and never a 500.
import { unzipSync, zipSync } from 'fflate'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { makeApp } from '../server/app.ts'
import { gather } from '../server/archive/export.ts'
import { pack } from '../server/archive/layout.ts'
import { unpack } from '../server/archive/unpack.ts'
import { makeShelf, now, type TestShelf } from '../server/testing.ts'
import { doorsOf, madeRequest } from './requests.ts'
import { chanceFrom } from './texts.ts'

let shelf: TestShelf
let app: ReturnType<typeof makeApp>
beforeEach(() => {
  shelf = makeShelf()
  app = makeApp({ database: shelf.database, backups: `${shelf.folder}/backups`, screens: null, now: () => now })
})
afterEach(() => shelf.remove())

const send = async (path: string, init: RequestInit = {}) => {
  const answer = await app.request(`http://localhost${path}`, init)
  return { status: answer.status, headers: answer.headers, body: await answer.text() }
}

describe('a wrong request', () => {
  it('of a method that is not taken there says which are', async () => {
    const { status, headers, body } = await send('/api/scripts/1', { method: 'PATCH' })
    expect([status, headers.get('allow')]).toEqual([405, 'GET, PUT, DELETE'])
    expect(JSON.parse(body).error).toBe('This address accepts GET or PUT or DELETE, not PATCH.')
    expect((await send('/api/nowhere', { method: 'PATCH' })).status).toBe(404)
  })

  it('with a body of another kind is told', async () => {
    const headers = { 'content-type': 'application/xml' }
    expect((await send('/api/scripts', { method: 'POST', body: '<a/>', headers })).status).toBe(415)
    expect((await send('/api/archive/look', { method: 'POST', body: '{}' })).status).toBe(415)
    const form = { 'content-type': 'multipart/form-data; boundary=x' }
    expect((await send('/api/archive/look', { method: 'POST', body: '--x', headers: form })).status).toBe(400)
  })

  it('is told by its first flaw only, however many it has, and without its own words', async () => {
    const ids = Array.from({ length: 201 }, () => 'secret')
    const { status, body } = await send('/api/shelf/summaries', { method: 'POST', body: JSON.stringify({ ids }) })
    expect([status, JSON.parse(body).error]).toEqual([
      400,
      'The request does not fit: ids: it has more than 200 entries.',
    ])
    const few = await send('/api/shelf/summaries', { method: 'POST', body: JSON.stringify({ ids: ids.slice(0, 9) }) })
    expect(JSON.parse(few.body).error).toBe('The request does not fit: ids.0 should be number and is a text.')
  })

  it('may be as deep as it likes, and is told', async () => {
    const deep = `${'['.repeat(200_000)}${']'.repeat(200_000)}`
    const body = `{"text":"G28","printer":"Dunlin","from":{"globals":{"x":${deep}}}}`
    expect((await send('/api/rehearse', { method: 'POST', body })).status).toBe(400)
    // A state that an answer gave is taken, with something deep in its variables.
    const { body: answer } = await send('/api/rehearse', {
      method: 'POST',
      body: JSON.stringify({ text: 'G28', printer: 'Dunlin' }),
    })
    const { state } = JSON.parse(answer)
    const from = JSON.stringify({ ...state, globals: { x: 'DEEP' } }).replace('"DEEP"', deep)
    const told = await send('/api/rehearse', {
      method: 'POST',
      body: `{"text":"G28","printer":"Dunlin","from":${from}}`,
    })
    expect([told.status, JSON.parse(told.body).error]).toEqual([
      400,
      'The request does not fit: it is nested too deeply.',
    ])
  })

  it('is never kept by what lies between', async () => {
    for (const path of ['/api/shelf', '/api/nowhere', '/api/scripts/abc'])
      expect((await send(path)).headers.get('cache-control')).toBe('no-store')
  })

  it('finds nothing where nothing can be found, whatever is sought', async () => {
    for (const q of [
      '"',
      '\u0000',
      'a\u0000b',
      '%',
      '\\',
      '_',
      "'",
      '*',
      'NEAR(',
      'AND',
      'x'.repeat(100_000),
      '🦆',
      '^',
      '-a',
      'body:',
    ])
      expect([q.slice(0, 20), (await send(`/api/search?q=${encodeURIComponent(q)}`)).status]).toEqual([
        q.slice(0, 20),
        200,
      ])
    expect((await send('/api/search?q=%E0%A4%A')).status).toBe(200)
  })
})

describe('requests that a program makes up', () => {
  it('are answered, two thousand of them, with no 500', async () => {
    const complaints = vi.spyOn(console, 'error').mockImplementation(() => {})
    const chance = chanceFrom(12)
    const doors = doorsOf(app)
    expect(doors.length).toBeGreaterThan(20)
    const bad: string[] = []
    for (let i = 0; i < 2000; i++) {
      const { path, method, body } = madeRequest(chance, doors)
      const { status } = await send(path, { method, ...(body !== undefined && { body }) })
      if (status >= 500) bad.push(`${method} ${path} ${body?.slice(0, 200)}`)
    }
    expect(bad).toEqual([])
    expect(complaints).not.toHaveBeenCalled()
    complaints.mockRestore()
  }, 120_000)
})

describe('a shelf that somebody made up', () => {
  const shelfFiles = () => unzipSync(pack(gather(shelf.database)))
  const why = (change: (files: Record<string, Uint8Array>) => void) => {
    const files = shelfFiles()
    change(files)
    const found = unpack(zipSync(files))
    return found.ok ? 'taken' : found.why
  }
  const path = 'scripts/Dunlin, Everyday/script.json'
  type Variant = { inUse: boolean; revisions: [{ number: number }, ...{ number: number }[]] }
  type Written = { variants: [Variant, ...Variant[]] }
  const changed = (change: (script: Written) => void) => (files: Record<string, Uint8Array>) => {
    const script = JSON.parse(Buffer.from(files[path] as Uint8Array).toString())
    change(script)
    files[path] = Buffer.from(JSON.stringify(script))
  }

  it('is refused with its place, whatever is wrong, and never in its own words', () => {
    expect(why(() => {})).toBe('taken')
    expect(why(changed(script => Object.assign(script, { createdAt: 'yesterday, secretly' })))).toContain(
      'a time is written as',
    )
    expect(why(changed(script => Object.assign(script, { createdAt: '2026-13-45T99:00:00Z' })))).toContain(
      'no such day',
    )
    expect(why(changed(script => Object.assign(script.variants[0].revisions[0], { number: 1e15 })))).toContain('number')
    expect(why(changed(script => script.variants[0].revisions.push(script.variants[0].revisions[0])))).toContain(
      'none of them twice',
    )
    expect(why(changed(script => script.variants.push({ ...script.variants[0], inUse: false })))).toContain(
      'the same name',
    )
    expect(why(changed(script => Object.assign(script, { backTo: 'Nowhere' })))).toContain('not in the file')
    expect(why(changed(script => Object.assign(script, { name: 'a\u0007b' })))).toContain('invisible characters')
    expect(why(changed(script => Object.assign(script, { variants: 7 })))).toContain(`${path} does not fit`)
    expect(
      why(files => {
        files[path] = Buffer.from('{"secret')
      }),
    ).toBe(`${path} can’t be read: it is not JSON.`)
    const refrain = 'refrains/off the print/refrain.json'
    expect(
      why(files => {
        const said = JSON.parse(Buffer.from(files[refrain] as Uint8Array).toString())
        files[refrain] = Buffer.from(JSON.stringify({ ...said, name: '' }))
      }),
    ).toContain('a refrain needs a name')
    expect(
      why(files => {
        files['scripts/Dunlin, Everyday/First/0001.gcode'] = Buffer.from('G28 \xed\xa0\x80', 'latin1')
      }),
    ).toBe('taken')
  })

  it('that would unpack to more than there can be is not unpacked', () => {
    const bomb = zipSync({ 'shelf.json': new Uint8Array(64 * 1024 * 1024) })
    expect(bomb.length).toBeLessThan(100_000)
    expect(unpack(bomb)).toEqual({ ok: false, why: 'It would unpack to far more than any shelf.' })
  })

  it('gives names that some systems keep for themselves other folders', async () => {
    for (const name of ['CON', 'nul.', 'lpt1', '..', 'a/b', '.hidden'])
      expect(
        (
          await send('/api/scripts', {
            method: 'POST',
            body: JSON.stringify({ name, printerId: 1, moment: 'start', text: 'G28\n' }),
          })
        ).status,
      ).toBe(201)
    const packed = pack(gather(shelf.database))
    for (const folder of Object.keys(unzipSync(packed)).flatMap(each => each.split('/')))
      expect(folder).not.toMatch(/^(?:con|nul|lpt1)\.?$|^\.|\.$|[\\:*?"<>|]/i)
    expect(unpack(packed)).toMatchObject({ ok: true })
  })
})
