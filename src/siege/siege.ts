// `npm run siege [kills] [requests]`: attacks a real server and its data from outside, and reports what was tried and
// what held.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout } from 'node:timers/promises'
import { Worker } from 'node:worker_threads'
import { makeApp } from '../server/app.ts'
import { backUp } from '../server/backups.ts'
import { emptyOld } from '../server/bin.ts'
import { openDatabase } from '../server/database.ts'
import { seedLarge } from '../server/large.ts'
import { seedWhenEmpty } from '../server/seed.ts'
import { bombs } from './bombs.ts'
import { badBackups, damagedRows } from './damaged.ts'
import { type Held, Killing } from './killing.ts'
import { doorsOf, madeRequest } from './requests.ts'
import { chanceFrom } from './texts.ts'

const [kills = 300, requests = 20_000] = process.argv.slice(2).map(Number)
const root = join(import.meta.dirname, '..', '..')
let lost = 0

function tell(what: string, tried: number, wrong: readonly string[], more = ''): void {
  lost += wrong.length
  console.log(
    `${wrong.length === 0 ? 'held' : 'LOST'}  ${what}: ${tried.toLocaleString('en')} tried${more}, ${wrong.length} amiss`,
  )
  for (const each of wrong.slice(0, 5)) console.log(`        ${each}`)
}

const freePort = () =>
  new Promise<number>(done => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => done(port))
    })
  })

async function start(folder: string) {
  const port = await freePort()
  const server = spawn(process.execPath, ['scripts/run.mjs', 'src/server/main.ts'], {
    cwd: root,
    env: { ...process.env, PORT: String(port), DATA_DIR: folder },
  })
  let errors = ''
  server.stderr.on('data', (text: Buffer) => {
    errors += text
  })
  const ended = new Promise<number | null>(done => server.on('exit', done))
  const up = new Promise<boolean>(done => {
    server.stdout.on('data', (text: Buffer) => String(text).includes('is at http') && done(true))
    server.on('exit', () => done(false))
  })
  return { server, ended, up: await up, url: `http://127.0.0.1:${port}`, errors: () => errors }
}

async function killing(): Promise<void> {
  const attack = await new Killing().ready()
  const ways = ['saving', 'importing', 'emptying', 'restoring', 'backingUp', 'migrating'] as const
  for (const way of ways) {
    const { tried, killed, wrong }: Held = await attack[way](Math.ceil(kills / ways.length))
    tell(`killed while ${way}`, tried, wrong, ` (${killed} before it was done)`)
  }
  attack.clear()
}

async function asking(url: string): Promise<void> {
  const chance = chanceFrom(77)
  const doors = doorsOf(makeApp({ database: openDatabase(':memory:'), backups: '', screens: null, now: () => '' }))
  const wrong: string[] = []
  const statuses = new Map<number, number>()
  for (let i = 0; i < requests; i++) {
    const { path, method, body } = madeRequest(chance, doors)
    try {
      const answer = await fetch(url + path, { method, ...(body !== undefined && { body }) })
      await answer.arrayBuffer()
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1)
      if (answer.status === 500 || !answer.headers.get('cache-control'))
        wrong.push(`${answer.status} ${method} ${path} ${body?.slice(0, 120)}`)
    } catch (error) {
      wrong.push(`no answer: ${method} ${path}: ${String((error as Error).cause ?? error)}`)
    }
  }
  tell(
    'made-up requests',
    requests,
    wrong,
    ` (${[...statuses]
      .sort((a, b) => a[0] - b[0])
      .map(([status, count]) => `${count} × ${status}`)
      .join(', ')})`,
  )
}

async function large(url: string): Promise<void> {
  const body = JSON.stringify({ name: 'x', printerId: 1, moment: 'start', text: 'G'.repeat(40 * 1024 * 1024) })
  const wrong: string[] = []
  for (const [path, wanted] of [
    ['/api/scripts', 413],
    ['/api/nowhere', 404],
    ['/api/shelf/summaries', 413],
  ] as const) {
    try {
      const { status } = await fetch(url + path, { method: 'POST', body })
      if (status !== wanted && status !== 413) wrong.push(`${path}: ${status}`)
    } catch (error) {
      wrong.push(`${path}: no answer, ${String((error as Error).cause ?? error)}`)
    }
  }
  tell('bodies of 40 MB, refused with an answer', 3, wrong)
}

/** Requests /api/health continuously in a separate thread, so that delays here do not count as the server's. */
const pulse = `
  const { parentPort, workerData } = require('node:worker_threads')
  let over = false
  const waits = []
  parentPort.on('message', () => { over = true })
  const beat = async () => {
    const before = performance.now()
    await (await fetch(workerData + '/api/health')).arrayBuffer()
    waits.push(performance.now() - before)
    if (over) { parentPort.postMessage(waits); parentPort.close() } else setTimeout(beat, 20)
  }
  beat()`

/** Runs some work while requesting /api/health, and reports the response times. */
async function withHealth(url: string, work: () => Promise<void>): Promise<string> {
  const thread = new Worker(pulse, { eval: true, workerData: url })
  await work()
  const told = once(thread, 'message')
  thread.postMessage('over')
  const [found] = (await told) as [number[]]
  const waits = found.sort((a, b) => a - b)
  const at = (share: number) => (waits[Math.floor((waits.length - 1) * share)] ?? 0).toFixed(0)
  return ` (health meanwhile, ${waits.length} times: ${at(0.5)} ms in the median, ${at(0.99)} ms at the 99th hundredth, ${at(1)} ms at the worst)`
}

async function bombing(url: string): Promise<void> {
  const all = bombs(4000)
  const wrong: string[] = []
  const health = await withHealth(url, async () => {
    for (const { name, text, printer, moment = 'start' } of all) {
      const answer = await fetch(`${url}/api/rehearse`, {
        method: 'POST',
        body: JSON.stringify({ text, printer, moment }),
      })
      await answer.arrayBuffer()
      if (answer.status !== 200 && answer.status !== 413) wrong.push(`${name}: ${answer.status}`)
    }
  })
  tell('texts that ask for endless work', all.length, wrong, health)
}

/** Exports, empties, imports and restores a large shelf, and stops the server during that. */
async function moving(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'warm-prelude-siege-'))
  const path = join(folder, 'warm-prelude.sqlite')
  const seeded = openDatabase(path)
  seedLarge(seeded, { printers: 50, scripts: 1000, revisions: 20_000 }, new Date().toISOString())
  seeded.close()
  const { server, ended, url } = await start(folder)
  const wrong: string[] = []
  const post = async (to: string, body?: FormData | string) => {
    const answer = await fetch(`${url}/api/archive/${to}`, { method: 'POST', ...(body && { body }) })
    if (answer.status !== 200) wrong.push(`${to}: ${answer.status}`)
    return (await answer.json()) as { backup: { file: string } }
  }
  const packed = async () => Buffer.from(await (await fetch(`${url}/api/archive/shelf.zip`)).arrayBuffer())
  let before: Buffer = Buffer.alloc(0)
  const same = async (when: string) => {
    if (!(await packed()).equals(before)) wrong.push(`the shelf is another one after ${when}`)
  }
  const form = () => {
    const data = new FormData()
    data.set('file', new Blob([new Uint8Array(before)]), 'shelf.zip')
    return data
  }
  const health = await withHealth(url, async () => {
    before = await packed()
    await post('look', form())
    const { backup } = await post('empty')
    const importing = post('import', form())
    // Requests of the bin's page must neither wait for the import nor disturb it.
    for (let imported = false; !imported; ) {
      const { status } = await fetch(`${url}/api/bin`)
      if (status !== 200) wrong.push(`the bin while a shelf is brought in: ${status}`)
      imported = await Promise.race([importing.then(() => true), setTimeout(200, false)])
    }
    await same('bringing it in')
    await post('empty')
    await post('restore', JSON.stringify({ file: backup.file }))
    await same('putting it back')
  })
  tell('a shelf of 20,000 revisions exported, emptied, brought in and put back', 8, wrong, health)
  const tooLate: string[] = []
  void post('empty').catch(() => {})
  await setTimeout(300)
  const startedMs = performance.now()
  server.kill('SIGTERM')
  await ended
  const took = performance.now() - startedMs
  if (took > 2000) tooLate.push(`it took ${took.toFixed(0)} ms`)
  const database = openDatabase(path)
  if (database.pragma('integrity_check', { simple: true }) !== 'ok') tooLate.push('the database is damaged')
  database.close()
  tell('asked to end while it backs up', 1, tooLate, ` (${took.toFixed(0)} ms)`)
  rmSync(folder, { recursive: true, force: true })
}

async function serving(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'warm-prelude-siege-'))
  const first = await start(folder)
  if (!first.up) throw new Error(`the server does not start: ${first.errors()}`)
  const second = await start(folder)
  tell(
    'a second server on the folder, which ends',
    1,
    second.up ? ['it runs'] : /Another Warm Prelude is using/.test(second.errors()) ? [] : [second.errors()],
  )
  await large(first.url)
  await bombing(first.url)
  // Last, because these may delete what the others request.
  await asking(first.url)
  // Stopped during work.
  void fetch(`${first.url}/api/rehearse`, {
    method: 'POST',
    body: JSON.stringify({ text: 'M808 L0\nG1 X5\nM808', printer: 'Dunlin' }),
  }).catch(() => {})
  const before = performance.now()
  first.server.kill('SIGTERM')
  await first.ended
  const took = performance.now() - before
  tell(
    'asked to end while it works',
    1,
    took > 2000 ? [`it took ${took.toFixed(0)} ms`] : [],
    ` (${took.toFixed(0)} ms)`,
  )
  const database = openDatabase(join(folder, 'warm-prelude.sqlite'))
  tell(
    'the database after all that',
    1,
    database.pragma('integrity_check', { simple: true }) === 'ok' ? [] : ['damaged'],
  )
  database.close()
  rmSync(folder, { recursive: true, force: true })
}

/** A full disk, a read-only disk, and a clock that jumps. */
async function failing(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'warm-prelude-siege-'))
  const database = openDatabase(join(folder, 'shelf.sqlite'))
  const now = '2026-11-24T08:00:00.000Z'
  seedWhenEmpty(database, now)
  const app = makeApp({ database, backups: join(folder, 'backups'), screens: null, now: () => now })
  const text = `G28\n${'; words and words\n'.repeat(20_000)}`
  const identity = database.prepare('SELECT identity FROM scripts WHERE id = 1').pluck().get()
  const save = async () =>
    (
      await app.request('http://localhost/api/scripts/1', {
        method: 'PUT',
        body: JSON.stringify({ printerId: 1, moment: 'start', text, base: 1, identity }),
      })
    ).status
  const read = async () => (await app.request('http://localhost/api/scripts/1')).status
  const pages = Number(database.pragma('page_count', { simple: true }))
  database.pragma(`max_page_count = ${pages}`)
  const full = [await save(), await read()]
  database.pragma('max_page_count = 1000000')
  database.pragma('query_only = ON')
  const readOnly = [await save(), await read()]
  database.pragma('query_only = OFF')
  const wanted = [507, 200]
  tell(
    'a full disk and one that can only be read',
    2,
    [full, readOnly].filter(each => String(each) !== String(wanted)).map(String),
  )
  const wrong: string[] = []
  const chance = chanceFrom(5)
  await app.request('http://localhost/api/scripts/1', { method: 'DELETE' })
  let last = ''
  for (let i = 0; i < 40; i++) {
    const jump = new Date(Date.parse(now) + Math.floor((chance() - 0.5) * 20 * 365) * 86_400_000).toISOString()
    const { file } = backUp(database, join(folder, 'backups'), 'daily', jump)
    if (file <= last) wrong.push('a backup does not come last')
    last = file
    if (i < 2) emptyOld(database, jump)
  }
  if (!database.prepare('SELECT 1 FROM scripts WHERE id = 1').get()) wrong.push('the bin was emptied')
  tell('a clock that jumps by years', 40, wrong)
  database.close()
  rmSync(folder, { recursive: true, force: true })
}

/** The seeded sequences of typing, closing, crashing and importing in the browser (e2e/drafts.spec.ts). */
async function drafting(): Promise<void> {
  const count = 60
  const child = spawn('npx', ['playwright', 'test', 'drafts', '--reporter=line'], {
    cwd: root,
    env: { ...process.env, DRAFT_SEQUENCES: String(count) },
  })
  let output = ''
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (text: Buffer) => {
      output += text
    })
  const [code] = await once(child, 'exit')
  tell('what is typed in the browser and not saved', count, code === 0 ? [] : [output.slice(-2000)])
}

const began = performance.now()
await killing()
await serving()
await moving()
await failing()
for (const [what, attack] of [
  ['a row that can’t be read', damagedRows],
  ['a backup that can’t be restored', badBackups],
] as const) {
  const { tried, wrong } = await attack()
  tell(what, tried, wrong)
}
await drafting()
console.log(
  `${lost === 0 ? 'Everything held' : `${lost} amiss`}, in ${((performance.now() - began) / 1000).toFixed(0)} s.`,
)
process.exit(lost === 0 ? 0 : 1)
