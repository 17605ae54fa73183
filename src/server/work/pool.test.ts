// Threads that hang or eat all memory are ended; what is asked after them is answered, and the server answers meanwhile.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters } from '../../../demo/load.ts'
import { workHere } from '../../tasks/server-tasks.ts'
import { makeApp } from '../app.ts'
import { Refused } from '../requests.ts'
import { makeShelf, now, type TestShelf } from '../testing.ts'
import { Abandoned, makePool, makeShelfThread, TookTooMuch } from './pool.ts'
import { shelfWorkHere } from './whole-shelf.ts'

const root = join(import.meta.dirname, '..', '..', '..')
let shelf: TestShelf
let pool: ReturnType<typeof makePool>
beforeEach(() => {
  shelf = makeShelf()
})
afterEach(async () => {
  await pool.close()
  shelf.remove()
})

const [printer, job, material] = [demoPrinters()[0], demoJobs()[0], demoMaterials()[0]]
if (!printer || !job || !material) throw new Error('the demo data is not complete')
const setting = { printer, job, material, moment: 'start' as const }

/** A thread that does something dreadful when it is sent a text with this word, and says at once that it takes a second otherwise. */
function dreadful(): URL {
  const file = join(shelf.folder, 'dreadful.mjs')
  writeFileSync(
    file,
    `import { parentPort } from 'node:worker_threads'
    parentPort.on('message', ({ given: [text] }) => {
      if (text.includes('spin')) for (;;) {}
      if (text.includes('eat')) { const all = []; for (;;) all.push({ a: [all.length] }) }
      parentPort.postMessage({ ok: true, answer: { durationS: 1 } })
    })`,
  )
  return pathToFileURL(file)
}

describe('the pool', () => {
  it('answers as the server itself would', async () => {
    pool = makePool(2)
    const wanted = ['G28\nM109 S205\n', setting, []] as const
    expect(await pool.rehearse(...wanted)).toBe(await workHere.rehearse(...wanted))
    expect(await pool.summarize('G28\n', setting, [])).toEqual(await workHere.summarize('G28\n', setting, []))
  }, 60_000)

  it('ends a thread that spins or eats all memory, and answers what comes after', async () => {
    pool = makePool(1, { patienceMs: 5000, memoryMb: 64 }, dreadful())
    const all = ['spin', 'G28', 'eat', 'G28'].map(text =>
      pool.summarize(text, setting, []).then(
        ({ durationS }) => durationS > 0,
        error => error,
      ),
    )
    const [spun, after, ate, last] = await Promise.all(all)
    expect([spun, ate]).toEqual([expect.any(TookTooMuch), expect.any(TookTooMuch)])
    expect([after, last]).toEqual([true, true])
  }, 120_000)

  it('drops a request whose client is gone, waiting or begun, and goes on with the next', async () => {
    pool = makePool(1, { patienceMs: 60_000, memoryMb: 64 }, dreadful())
    const client = new AbortController()
    const gone = pool.until(client.signal)
    const abandoned = [gone.summarize('spin', setting, []), gone.summarize('spin too', setting, [])].map(each =>
      each.catch((error: Error) => error),
    )
    const next = pool.summarize('G28', setting, [])
    client.abort()
    expect(await Promise.all(abandoned)).toEqual([expect.any(Abandoned), expect.any(Abandoned)])
    expect(await next).toEqual({ durationS: 1 })
    await expect(gone.summarize('G28', setting, [])).rejects.toBeInstanceOf(Abandoned)
  }, 60_000)

  it('answers a short request while others take long: it has a thread besides', async () => {
    pool = makePool(1, { patienceMs: 20_000, memoryMb: 64 }, dreadful())
    const order: string[] = []
    const spins = pool.summarize('spin', setting, []).catch((error: Error) => order.push(error.constructor.name))
    expect(await pool.summarize('G28', setting, [])).toEqual({ durationS: 1 })
    order.push('short')
    await spins
    expect(order).toEqual(['short', 'TookTooMuch'])
  }, 60_000)

  it('keeps a thread that has loaded: a request that took long costs no thread', async () => {
    const file = join(shelf.folder, 'counted.mjs')
    // Loading takes as long as any request, and each answer says which thread it came from.
    writeFileSync(
      file,
      `import { parentPort, threadId } from 'node:worker_threads'
      await new Promise(resolve => setTimeout(resolve, 1500))
      parentPort.on('message', ({ given: [text] }) =>
        setTimeout(() => parentPort.postMessage({ ok: true, answer: { threadId } }), text === 'slow' ? 1500 : 1))`,
    )
    pool = makePool(1, { patienceMs: 20_000, memoryMb: 64 }, pathToFileURL(file))
    const texts = ['slow', 'quick', 'slow', 'quick', 'slow', 'quick', 'slow', 'quick']
    const answers = await Promise.all(texts.map(text => pool.summarize(text, setting, [])))
    const used = new Set(answers.map(answer => (answer as unknown as { threadId: number }).threadId))
    // One, and one besides while the first is at a request that takes long.
    expect(used.size).toBe(2)
  }, 60_000)

  it('takes the shorter of two waiting requests first', async () => {
    pool = makePool(1, { patienceMs: 20_000, memoryMb: 64 }, dreadful())
    const order: string[] = []
    const ask = (name: string, text: string) => pool.summarize(text, setting, []).then(() => order.push(name))
    await Promise.all([ask('first', 'G28'), ask('long', 'G28\n'.repeat(1000)), ask('short', 'G28')])
    expect(order).toEqual(['first', 'short', 'long'])
  }, 60_000)

  it('leaves the server free to answer: health comes before the text that hangs is given up', async () => {
    pool = makePool(1, { patienceMs: 4000, memoryMb: 64 }, dreadful())
    const app = makeApp({ database: shelf.database, backups: shelf.folder, screens: null, now: () => now, work: pool })
    const order: string[] = []
    const body = JSON.stringify({ text: 'spin', printer: 'Dunlin' })
    const hangs = Promise.resolve(app.request('http://localhost/api/rehearse', { method: 'POST', body })).then(
      async answer => {
        order.push('rehearse')
        return [answer.status, ((await answer.json()) as { place: string }).place]
      },
    )
    for (let i = 0; i < 5; i++) {
      expect((await app.request('http://localhost/api/health')).status).toBe(200)
      order.push('health')
    }
    expect(await hangs).toEqual([413, 'text'])
    expect(order.at(-1)).toBe('rehearse')
  }, 60_000)
})

describe('the thread that works on the whole shelf', () => {
  const place = () => ({ path: shelf.database.name, backups: join(shelf.folder, 'backups') })
  const scripts = () => shelf.database.prepare('SELECT count(*) FROM scripts').pluck().get()

  it('answers as the server itself would, and refuses with the same words and place', async () => {
    pool = makePool(1)
    const whole = makeShelfThread(place())
    try {
      const here = await shelfWorkHere({ database: shelf.database, backups: place().backups }).pack(null)
      const there = await whole.pack(null)
      expect(Buffer.from(there?.zip ?? []).equals(here?.zip ?? Buffer.alloc(1))).toBe(true)
      expect(await whole.pack(4711)).toBeNull()
      await expect(whole.compare(new Uint8Array([1, 2, 3]))).rejects.toMatchObject({
        constructor: Refused,
        status: 400,
        place: 'file',
        message: 'This is not a .zip file, or it is incomplete.',
      })
      const before = scripts()
      const { file } = await whole.empty(now)
      expect(scripts()).toBe(0)
      await whole.restore(file, now)
      expect(scripts()).toBe(before)
      await whole.empty(now)
      await whole.importShelf(here?.zip ?? new Uint8Array(), {}, now)
      expect(scripts()).toBe(before)
    } finally {
      await whole.close()
    }
  }, 120_000)

  /** A thread that begins to empty the shelf and never ends. */
  function endless(): URL {
    const file = join(shelf.folder, 'endless.mjs')
    const sqlite = pathToFileURL(join(root, 'node_modules', 'better-sqlite3', 'lib', 'index.js'))
    writeFileSync(
      file,
      `import { parentPort, workerData } from 'node:worker_threads'
      import Sqlite from '${sqlite}'
      parentPort.on('message', () => {
        const database = new Sqlite(workerData.path)
        database.exec('BEGIN IMMEDIATE; DELETE FROM trials; UPDATE scripts SET binned_at = 1')
        for (;;) {}
      })`,
    )
    return pathToFileURL(file)
  }

  it('imports whole while a save is on its way whose body comes late: both are done, the save after the import', async () => {
    pool = makePool(1)
    const whole = makeShelfThread(place())
    const app = makeApp({
      database: shelf.database,
      backups: place().backups,
      screens: null,
      now: () => now,
      work: workHere,
      whole,
    })
    const { identity } = (await shelf.ask('/scripts/1')).json
    const zip = (await whole.pack(null))?.zip ?? new Uint8Array()
    const change = JSON.stringify({ printerId: 1, moment: 'start', text: 'G28 ; late\n', base: 1, identity })
    let rest: ReadableStreamDefaultController<Uint8Array> | undefined
    const body = new ReadableStream<Uint8Array>({
      start: controller => {
        controller.enqueue(new TextEncoder().encode(change.slice(0, 20)))
        rest = controller
      },
    })
    // The request has begun, and its body has not come yet, when the import begins.
    const saved = app.request(
      new Request('http://localhost/api/scripts/1', { method: 'PUT', body, duplex: 'half' } as RequestInit),
    )
    await new Promise(resolve => setTimeout(resolve, 50))
    const form = new FormData()
    form.set('file', new Blob([zip]), 'shelf.zip')
    const imported = app.request('http://localhost/api/archive/import', { method: 'POST', body: form })
    await new Promise(resolve => setTimeout(resolve, 50))
    rest?.enqueue(new TextEncoder().encode(change.slice(20)))
    rest?.close()
    expect((await imported).status).toBe(200)
    expect((await saved).status).toBe(200)
    expect((await shelf.ask('/scripts/1')).json.text).toBe('G28 ; late\n')
    await whole.close()
  }, 120_000)

  it('is ended in the middle of a change: all is as before, and what was saved meanwhile waits and is kept', async () => {
    pool = makePool(1)
    const whole = makeShelfThread(place(), { patienceMs: 4000, memoryMb: 64 }, endless())
    let begin = () => {}
    const begun = new Promise<void>(resolve => {
      begin = resolve
    })
    const app = makeApp({
      database: shelf.database,
      backups: place().backups,
      screens: null,
      now: () => now,
      work: workHere,
      whole: {
        ...whole,
        importShelf(...given) {
          const answer = whole.importShelf(...given)
          begin()
          return answer
        },
      },
    })
    const order: string[] = []
    const form = new FormData()
    form.set('file', new Blob([new Uint8Array([1])]), 'shelf.zip')
    const imported = Promise.resolve(
      app.request('http://localhost/api/archive/import', { method: 'POST', body: form }),
    ).then(({ status }) => {
      order.push('brought')
      return status
    })
    await begun
    const { identity } = (await shelf.ask('/scripts/1')).json
    const change = { printerId: 1, moment: 'start', text: 'G28\n', base: 1, identity }
    const saved = Promise.resolve(
      app.request('http://localhost/api/scripts/1', { method: 'PUT', body: JSON.stringify(change) }),
    ).then(({ status }) => {
      order.push('saved')
      return status
    })
    expect((await app.request('http://localhost/api/shelf')).status).toBe(200)
    order.push('shelf')
    expect([await imported, await saved]).toEqual([413, 200])
    expect(order).toEqual(['shelf', 'brought', 'saved'])
    expect(shelf.database.prepare('SELECT count(*) FROM scripts WHERE binned_at IS NOT NULL').pluck().get()).toBe(0)
    expect(shelf.database.pragma('integrity_check', { simple: true })).toBe('ok')
    await whole.close()
  }, 120_000)
})
