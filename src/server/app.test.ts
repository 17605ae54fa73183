import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { demoPrinters, demoScripts } from '../../demo/load.ts'
import { type Database, openDatabase } from './database.ts'
import { seedWhenEmpty } from './seed.ts'
import { makeShelf, now, type TestShelf } from './testing.ts'

let shelf: TestShelf
let folder: string
let database: Database

beforeEach(() => {
  shelf = makeShelf()
  folder = shelf.folder
  database = shelf.database
})
afterEach(() => {
  database.close()
  shelf.remove()
})

const ask: TestShelf['ask'] = (...asked) => shelf.ask(...asked)

const script = { name: 'My start', printerId: 1, moment: 'start', text: 'G28\r\nG1 X\u00a01\n' }

describe('numbers and identities', () => {
  it('are never given twice: a tab open on a script that is gone saves into no other', async () => {
    const { json: mine } = await ask('/scripts', 'POST', script)
    await ask(`/scripts/${mine.id}`, 'DELETE')
    await ask(`/bin/scripts/${mine.id}`, 'DELETE')
    const { json: other } = await ask('/scripts', 'POST', { ...script, name: 'Another' })
    expect(other.id).not.toBe(mine.id)
    const change = { printerId: 1, moment: 'start', text: 'G28\n', base: 1, identity: mine.identity }
    const gone = await ask(`/scripts/${mine.id}`, 'PUT', change)
    expect([gone.status, gone.json.place]).toEqual([404, 'identity'])
    // Even under the same number, as in a folder whose file was exchanged.
    const wrong = await ask(`/scripts/${other.id}`, 'PUT', change)
    expect([wrong.status, wrong.json.error]).toEqual([409, expect.stringContaining('no longer on the shelf')])
    expect((await ask(`/scripts/${other.id}`)).json.text).toBe(script.text)
  })

  it('go on after the shelf was emptied', async () => {
    const before = (await ask('/scripts', 'POST', script)).json.id
    await ask('/archive/empty', 'POST')
    const printer = database.prepare('SELECT max(last) FROM numbers WHERE name = ?').pluck().get('printers')
    expect(Number(printer)).toBeGreaterThan(1)
    const { json } = await ask('/printers', 'POST', demoPrinters()[0])
    expect(Number(json.id)).toBe(Number(printer) + 1)
    const again = await ask('/scripts', 'POST', { ...script, printerId: json.id })
    expect(Number(again.json.id)).toBeGreaterThan(Number(before))
  })
})

describe('the shelf', () => {
  it('has every demo printer with its scripts, their findings and when they were changed', async () => {
    const before = (await ask('/shelf')).json.printers as unknown as { scripts: { id: number }[] }[]
    const ids = before.flatMap(({ scripts }) => scripts.map(({ id }) => id))
    // An answer works out as many as it has time for, and never none.
    let summaries: Record<string, { findings: { severity: string }[] }> = {}
    for (let i = 0; Object.keys(summaries).length < ids.length && i < 100; i++)
      summaries = (await ask('/shelf/summaries', 'POST', { ids })).json as unknown as typeof summaries
    const { json } = await ask('/shelf')
    type Shelf = {
      printer: { name: string }
      scripts: { id: number; name: string; changedAt: string; serious: number | null }[]
    }[]
    const printers = json.printers as unknown as Shelf
    const wanting = printers.flatMap(({ printer, scripts }) =>
      scripts.flatMap(({ id, name, serious }) => {
        const told = summaries[id]?.findings.filter(({ severity }) => severity !== 'advice').length
        expect([name, told]).toEqual([name, serious])
        return serious ? [[printer.name, name, serious]] : []
      }),
    )
    expect(wanting).toEqual([
      ['Turnstone', 'From the café’s folder', 4],
      ['Turnstone', 'As it came', 1],
      ['Sanderling', 'Hot and hasty', 2],
      ['Oystercatcher', 'A friend’s swap', 2],
      ['Phalarope', 'Blend change from the forum', 3],
    ])
    expect(printers.flatMap(({ scripts }) => scripts)).toHaveLength(demoScripts().length)
    expect(printers.map(({ printer }) => printer.name)).toEqual([
      'Dunlin',
      'Turnstone',
      'Curlew',
      'Sanderling',
      'Oystercatcher',
      'Avocet',
      'Phalarope',
      'Shelduck',
    ])
    expect(printers[0]?.scripts[0]?.changedAt).toBe(now)
  })
})

it('the shelf that is kept in memory is made anew when anything was changed, by whomever', async () => {
  const names = async () =>
    ((await ask('/shelf')).json.printers as unknown as { printer: { name: string } }[]).map(
      ({ printer }) => printer.name,
    )
  const before = await names()
  expect(await names()).toEqual(before)
  const other = openDatabase(join(folder, 'shelf.sqlite'))
  other.prepare("UPDATE printers SET data = json_set(data, '$.name', 'Knot') WHERE id = 1").run()
  other.close()
  expect(await names()).toEqual(['Knot', ...before.slice(1)])
  database.prepare("UPDATE printers SET data = json_set(data, '$.name', 'Ruff') WHERE id = 1").run()
  expect((await names())[0]).toBe('Ruff')
})

describe('a whole print', () => {
  it('takes the printer’s own scripts, and those that are sent in their place', async () => {
    const own = await ask('/whole-print', 'POST', { printer: 'Oystercatcher', job: 'name-plate' })
    expect(own.status).toBe(200)
    const moments = (json: unknown) =>
      (json as { situations: { moment: string }[] }).situations.map(({ moment }) => moment)
    // Two changes, to T1 and back, each with what the material wants; and the material’s lines at the begin.
    expect(moments(own.json)).toEqual([
      'start',
      'material-start',
      'tool-change',
      'material-start',
      'tool-change',
      'material-start',
      'end',
    ])
    expect(own.json).toMatchObject({ totals: { changes: 2 }, findings: [] })
    const sent = await ask('/whole-print', 'POST', {
      printer: 'Oystercatcher',
      job: 'name-plate',
      scripts: { 'tool-change': 'T0' },
    })
    expect((sent.json as unknown as { findings: { rule: string }[] }).findings.map(({ rule }) => rule)).toContain(
      'tool-not-taken',
    )
  })

  it('refuses what it does not know', async () => {
    expect((await ask('/whole-print', 'POST', { printer: 'Dodo' })).status).toBe(404)
    expect((await ask('/whole-print', 'POST', { printer: 'Dunlin', scripts: { noon: 'G28' } })).status).toBe(400)
  })
})

describe('saving', () => {
  it('keeps a text to the last byte and numbers its revisions', async () => {
    const made = await ask('/scripts', 'POST', script)
    expect(made.status).toBe(201)
    expect(made.json).toMatchObject({ name: 'My start', revision: 1, text: script.text })
    const { id } = made.json as unknown as { id: number }
    const changed = await shelf.save(id, { text: 'G90', note: 'shorter' })
    expect(changed.json).toMatchObject({ revision: 2, text: 'G90', note: 'shorter' })
    const count = database
      .prepare('SELECT count(*) AS n FROM revisions r JOIN variants v ON v.id = r.variant_id WHERE v.script_id = ?')
      .get(id)
    expect(count).toEqual({ n: 2 })
  })

  it('makes no revision when nothing in the text changed', async () => {
    const made = await ask('/scripts', 'POST', script)
    const { id } = made.json as unknown as { id: number }
    const again = await shelf.save(id, { moment: 'end', text: script.text })
    expect(again.json).toMatchObject({ revision: 1, moment: 'end' })
  })

  it('makes one when a script goes to another printer, so that its history says so', async () => {
    const made = await ask('/scripts', 'POST', script)
    const { id } = made.json as unknown as { id: number }
    const moved = await shelf.save(id, { printerId: 2, text: script.text, note: 'moved from Dunlin to Turnstone' })
    expect(moved.json).toMatchObject({ revision: 2, printerId: 2, text: script.text })
    const { revisions } = (await ask(`/scripts/${id}/story`)).json as unknown as { revisions: { note: string }[] }
    expect(revisions.map(({ note }) => note)).toContain('moved from Dunlin to Turnstone')
  })

  it.each(['my start', '  MY   START ', 'Ｍy start'])(
    'refuses %j beside “My start” and says whose it is',
    async name => {
      await ask('/scripts', 'POST', script)
      const refused = await ask('/scripts', 'POST', { ...script, name })
      expect(refused.status).toBe(409)
      expect(refused.json).toEqual({ error: '“My start” is already the name of Dunlin’s start script.', place: 'name' })
    },
  )

  it('compares names beyond ASCII without their case', async () => {
    const refused = await ask('/scripts', 'POST', { ...script, name: 'FROM THE CAFÉ’S FOLDER' })
    expect(refused.status).toBe(409)
  })

  it('refuses a change made from an older revision', async () => {
    const made = await ask('/scripts', 'POST', script)
    const { id } = made.json as unknown as { id: number }
    expect((await shelf.save(id, { text: 'G90' })).status).toBe(200)
    const late = await shelf.save(id, { text: 'G91' })
    expect(late.status).toBe(409)
    expect((await ask(`/scripts/${id}`)).json.text).toBe('G90')
  })

  it('lets no revision be changed, not even by SQL', () => {
    expect(() => database.exec(`UPDATE revisions SET text = ''`)).toThrow('a revision never changes')
  })

  it('finds everything again after the database was closed', async () => {
    await ask('/scripts', 'POST', script)
    database.close()
    database = openDatabase(join(folder, 'shelf.sqlite'))
    seedWhenEmpty(database, now)
    const texts = database
      .prepare(
        `SELECT r.text FROM revisions r JOIN variants v ON v.id = r.variant_id JOIN scripts s ON s.id = v.script_id
         WHERE s.file IS NULL ORDER BY r.id DESC`,
      )
      .pluck()
      .all()
    expect(texts[0]).toBe(script.text)
    const demo = demoScripts().map(({ earlier, variants }) => 1 + earlier.length + variants.length)
    expect(texts).toHaveLength(demo.reduce((sum, each) => sum + each, 0) + 1)
  })
})

describe('rehearsing over HTTP', () => {
  it('gives the JSON of the contract', async () => {
    const { status, json } = await ask('/rehearse', 'POST', {
      text: 'G28\nM117 hello\nG1 X-20 F3000',
      printer: 'DUNLIN',
      job: 'Tall',
    })
    expect(status).toBe(200)
    expect(Object.keys(json)).toEqual([
      'duration',
      'filament',
      'bounds',
      'strokes',
      'end',
      'messages',
      'passages',
      'findings',
      'state',
    ])
    expect(json.messages).toEqual([{ line: 2, text: 'hello' }])
    expect(json.findings).toContainEqual({
      rule: 'outside-reach',
      severity: 'error',
      line: 3,
      message: expect.any(String),
      fix: true,
    })
  })

  it('takes a printer given whole, and says which part of it does not fit', async () => {
    const things = await ask('/things')
    const printer = (things.json.printers as unknown as { data: { heaters: { bed: Record<string, unknown> } } }[])[0]
      ?.data
    expect((await ask('/rehearse', 'POST', { text: 'G28', printer })).status).toBe(200)
    if (printer) printer.heaters.bed.highestC = 'hot'
    const refused = await ask('/rehearse', 'POST', { text: 'G28', printer })
    expect(refused.status).toBe(400)
    expect(refused.json).toMatchObject({
      place: 'printer.heaters.bed.highestC',
      error: expect.stringContaining('should be number and is a text'),
    })
  })
})

describe('learning over HTTP', () => {
  it('gives the JSON of the contract, and wants at least one file', async () => {
    const text = '[printer]\nkinematics: corexy\n[stepper_x]\nposition_max: 120\n'
    const { status, json: learned } = await ask('/learn', 'POST', { files: [{ name: 'printer.cfg', text }] })
    expect(status).toBe(200)
    expect(Object.keys(learned)).toEqual(['printer', 'told', 'asks', 'taught', 'passed_over'])
    expect(learned.printer).toMatchObject({ firmware: { family: 'host' }, reach: { x: [0, 120] } })
    expect(learned.told).toContainEqual(
      expect.objectContaining({ field: 'reach.x', file: 'printer.cfg', line: 4, how: 'stated' }),
    )
    expect((await ask('/learn', 'POST', { files: [] })).status).toBe(400)
  })
})

describe('bad requests', () => {
  it.each([
    ['/nowhere', 'GET', undefined, 404, 'There is nothing at /api/nowhere.'],
    ['/scripts/99', 'GET', undefined, 404, 'There is no script 99.'],
    ['/scripts/x', 'GET', undefined, 404, 'There is no script x.'],
    ['/rehearse', 'POST', '{', 400, 'The request’s body is not JSON.'],
    ['/rehearse', 'POST', { text: 'G28' }, 400, 'The request does not fit: printer is missing.'],
    ['/rehearse', 'POST', { text: 'G28', printer: 'Dodo' }, 404, 'There is no printer named “Dodo”.'],
    ['/scripts', 'POST', { ...script, name: '  ' }, 400, 'The request does not fit: name: a script needs a name.'],
    ['/scripts', 'POST', { ...script, extra: 1 }, 400, 'The request does not fit: extra is not something we know.'],
    ['/scripts', 'POST', { ...script, printerId: 77 }, 400, 'There is no printer 77.'],
  ])('%s %s %j gives %i', async (path, method, body, status, error) => {
    const refused = await ask(path, method, body)
    expect([refused.status, refused.json.error]).toEqual([status, error])
  })

  it('refuses a body over 32 MB', async () => {
    const refused = await ask(
      '/rehearse',
      'POST',
      JSON.stringify({ text: 'x'.repeat(33 * 1024 * 1024), printer: 'Dunlin' }),
    )
    expect(refused.status).toBe(413)
    expect(refused.json.error).toContain('32 MB')
  })
})

describe('the database', () => {
  it('refuses one made by a newer version and leaves it as it is', () => {
    const path = join(folder, 'newer.sqlite')
    const newer = openDatabase(path)
    newer.pragma('user_version = 999')
    newer.close()
    expect(() => openDatabase(path)).toThrow('newer Warm Prelude')
  })

  it('keeps foreign keys and writes ahead', () => {
    expect(database.pragma('foreign_keys', { simple: true })).toBe(1)
    expect(database.pragma('journal_mode', { simple: true })).toBe('wal')
  })
})

describe('taught commands', () => {
  const dry = { family: 'board', name: 'M9100', title: 'Dry the nozzle', parameters: [], effect: 'opaque', seconds: 30 }

  it('are kept, replaced, taken along as a file, forgotten and brought back', async () => {
    expect((await ask('/taught', 'PUT', { ...dry, title: 'Wipe' })).json).toHaveLength(1)
    expect((await ask('/taught', 'PUT', dry)).json).toEqual([dry])
    const file = await ask('/taught/file')
    expect(file.json).toEqual({ format: 'warm-prelude taught commands', version: 1, commands: [dry] })
    expect((await ask('/taught/board/M9100', 'DELETE')).json).toEqual([])
    expect((await ask('/taught/board/M9100', 'DELETE')).status).toBe(404)
    expect((await ask('/taught/file', 'POST', file.json)).json).toEqual([dry])
  })

  it('are refused with the place where they do not fit, and a file with one bad command brings none', async () => {
    expect((await ask('/taught', 'PUT', { ...dry, effect: 'sings' })).json).toMatchObject({ place: 'effect' })
    const file = { format: 'warm-prelude taught commands', version: 1, commands: [dry, { ...dry, name: '!' }] }
    expect((await ask('/taught/file', 'POST', file)).json).toMatchObject({ place: 'commands.1.name' })
    expect((await ask('/taught')).json).toEqual([])
  })

  it('count in rehearsals and on the shelf at once', async () => {
    await ask('/scripts', 'POST', { ...script, text: 'G28\nM420 S1\nM9100\n' })
    type Mine = { id: number; name: string; serious: number | null }
    const mine = async () => {
      const printers = (await ask('/shelf')).json.printers as unknown as { scripts: Mine[] }[]
      return printers[0]?.scripts.find(({ name }) => name === 'My start') as Mine
    }
    // What was worked out before holds no longer, and is not shown.
    const findingsOn = async () => {
      const { id, serious } = await mine()
      expect(serious).toBeNull()
      const { json } = await ask('/shelf/summaries', 'POST', { ids: [id] })
      return (json[id] as unknown as { findings: unknown[] }).findings.length
    }
    expect(await findingsOn()).toBe(1)
    await ask('/taught', 'PUT', dry)
    expect(await findingsOn()).toBe(0)
    const rehearsed = await ask('/rehearse', 'POST', { text: 'M9100', printer: 'Dunlin' })
    expect(rehearsed.json.duration).toMatchObject({ waiting_s: 30 })
  })
})

describe('uses and firmware', () => {
  it('finds a command in the person’s scripts, commented out or put back', async () => {
    const { json } = await ask('/uses/m420')
    expect(json).toContainEqual({
      scriptId: 3,
      script: 'From the café’s folder',
      line: 8,
      text: ';M420 S1 ; use the saved mesh',
      commentedOut: true,
    })
    expect(json).toHaveLength(demoScripts().filter(({ text }) => text.includes('M420')).length)
  })

  it('sets a printer’s firmware and nothing else of it', async () => {
    const firmware = { family: 'host', version: '12.2', abilities: {} }
    const set = await ask('/printers/1/firmware', 'PUT', firmware)
    expect(set.json.data).toMatchObject({ name: 'Dunlin', firmware, bedCarriedOn: 'y' })
    expect((await ask('/printers/1/firmware', 'PUT', { ...firmware, version: 'new' })).json).toMatchObject({
      place: 'version',
    })
    expect((await ask('/printers/77/firmware', 'PUT', firmware)).status).toBe(404)
  })

  it('keeps a host’s macros and nothing else of it', async () => {
    const macros = '[gcode_macro PURGE]\ngcode:\n  G1 E5'
    expect((await ask('/printers/3/macros', 'PUT', { macros })).json.data).toMatchObject({
      name: 'Curlew',
      macros,
      bedCarriedOn: 'z',
    })
    expect((await ask('/printers/3/macros', 'PUT', { macro: '' })).status).toBe(400)
  })
})
