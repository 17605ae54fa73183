// Threads that hang or eat all memory are ended; what is asked after them is answered, and the server answers meanwhile.
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { demoJobs, demoMaterials, demoPrinters } from '../../../demo/load.ts'
import { makeApp } from '../app.ts'
import { makeShelf, now, type TestShelf } from '../testing.ts'
import { makePool, TookTooMuch } from './pool.ts'
import { workHere } from './tasks.ts'

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
