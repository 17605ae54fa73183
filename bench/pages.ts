// `npm run bench:pages`: how much script the first page and the Desk take, when the Shelf is painted over when an empty page of ours
// is, and how many frames are long while a long script and a full shelf are scrolled. Prints, judges nothing. Needs a build. With FILES=1 it
// lists the scripts.
import { existsSync, mkdtempSync, readFileSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { serve } from '@hono/node-server'
import { type BrowserContext, chromium, type Page } from '@playwright/test'
import { makeApp } from '../src/server/app.ts'
import { openDatabase } from '../src/server/database.ts'
import { addScript } from '../src/server/scripts.ts'
import { seedWhenEmpty } from '../src/server/seed.ts'
import { longScript } from './long.ts'

const port = 4433
const origin = `http://127.0.0.1:${port}`
const root = join(import.meta.dirname ?? '.', '..')
const dist = join(root, 'dist')
const now = new Date().toISOString()
/** Each is measured so often; the middle one counts. */
const times = 7

const database = openDatabase(join(mkdtempSync(join(tmpdir(), 'warm-prelude-pages-')), 'shelf.sqlite'))
seedWhenEmpty(database, now)
const scriptOf = (name: string, lines: number, printerId = 1) =>
  addScript(database, { name, printerId, moment: 'start', note: '', text: longScript(lines) }, now)
const [short, long] = [scriptOf('A hundred', 100), scriptOf('Five thousand', 5000)]
const app = makeApp({ database, backups: join(dist, 'backups'), screens: dist, now: () => now })
// The page without anything of ours to run: its style alone.
const style = /<link rel="stylesheet"[^>]*>/.exec(readFileSync(join(dist, 'index.html'), 'utf8'))?.[0] ?? ''
app.get('/empty', context =>
  context.html(`<!doctype html><html lang="en"><head>${style}</head><body><h1>Empty</h1></body></html>`),
)
const server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port })
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
})

/** A browser that has nothing kept; what runs in its pages was named by our transpiler. */
async function fresh(): Promise<BrowserContext> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  await context.addInitScript('globalThis.__name = it => it')
  return context
}

const middle = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN

const kB = (bytes: number): string => `${(bytes / 1000).toFixed(0)} kB`

/** Bytes that a browser is sent of a file: what the build packed beside it, where it did. */
function sent(file: string): number {
  const packed = join(dist, `${file}.br`)
  return statSync(existsSync(packed) ? packed : join(dist, file)).size
}

/** Bytes of script, compressed, that a page asks for until it rests: by itself, and with what its workers ask for. */
async function scriptBytes(address: string): Promise<{ alone: number; withWorker: number }> {
  const context = await fresh()
  const page = await context.newPage()
  const all = new Set<string>()
  const take = (files: Set<string>, url: string) => {
    const { pathname } = new URL(url)
    if (pathname.endsWith('.js')) files.add(pathname)
  }
  context.on('request', request => take(all, request.url()))
  await page.goto(address, { waitUntil: 'networkidle' })
  await page.waitForTimeout(1500)
  // What the page itself imports stands in its head; the rest is its workers'.
  const own = new Set<string>()
  const named = () =>
    [...document.querySelectorAll<HTMLElement>('script[src], link[rel="modulepreload"]')].map(
      each => each.getAttribute('src') ?? each.getAttribute('href') ?? '',
    )
  for (const name of await page.evaluate(named)) take(own, new URL(name, origin).href)
  await context.close()
  if (process.env.FILES)
    console.log(
      [...all]
        .map(file => `${sent(file)} ${own.has(file) ? 'page' : 'worker'} ${file}`)
        .sort((a, b) => Number.parseInt(b, 10) - Number.parseInt(a, 10))
        .join('\n'),
    )
  const bytes = (files: Set<string>) => [...files].reduce((sum, file) => sum + sent(file), 0)
  return { alone: bytes(own), withWorker: bytes(all) }
}

/** Milliseconds until the first paint, in a browser that has nothing kept. */
async function firstPaint(address: string): Promise<number> {
  const found: number[] = []
  for (let i = 0; i < times; i++) {
    const context = await fresh()
    const page = await context.newPage()
    await page.goto(address)
    found.push(
      await page.evaluate(
        () =>
          new Promise<number>(resolve => {
            const look = () => {
              const [entry] = performance.getEntriesByName('first-contentful-paint')
              if (entry) resolve(entry.startTime)
              else requestAnimationFrame(look)
            }
            look()
          }),
      ),
    )
    await context.close()
  }
  return middle(found)
}

/** Of a second's worth of frames while something is scrolled by the wheel, how many took longer than 50 ms. */
async function longFrames(page: Page, over: string): Promise<string> {
  await page.locator(over).first().hover()
  await page.evaluate(() => {
    const seen = { frames: [] as number[], last: performance.now(), going: true }
    Object.assign(window, { seen })
    const look = (at: number) => {
      seen.frames.push(at - seen.last)
      seen.last = at
      if (seen.going) requestAnimationFrame(look)
    }
    requestAnimationFrame(look)
  })
  for (let i = 0; i < 40; i++) {
    await page.mouse.wheel(0, 300)
    await page.waitForTimeout(30)
  }
  const frames = await page.evaluate(() => {
    const { seen } = window as unknown as { seen: { frames: number[]; going: boolean } }
    seen.going = false
    return seen.frames
  })
  return `${frames.filter(ms => ms > 50).length} of ${frames.length} frames longer than 50 ms`
}

async function scrolled(address: string, ready: string, over: string): Promise<string> {
  const page = await (await fresh()).newPage()
  await page.goto(address)
  await page.locator(ready).first().waitFor()
  await page.waitForTimeout(3000)
  const told = await longFrames(page, over)
  await page.close()
  return told
}

console.log('\nScript, compressed')
const [shelfScript, deskScript] = [await scriptBytes(origin), await scriptBytes(`${origin}/desk/${short}`)]
console.log(`Shelf: ${kB(shelfScript.alone)}, with its worker ${kB(shelfScript.withWorker)}; meant: 180 kB at most`)
console.log(`Desk: ${kB(deskScript.alone)}, with its worker ${kB(deskScript.withWorker)}; meant: 400 kB at most`)

const [empty, shelf] = [await firstPaint(`${origin}/empty`), await firstPaint(origin)]
console.log('\nFirst paint')
console.log(
  `empty page ${empty.toFixed(0)} ms, Shelf ${shelf.toFixed(0)} ms, ratio ${(shelf / empty).toFixed(2)}; meant: 2 at most`,
)

console.log('\nScrolling')
const text = '.cm-scroller'
console.log(`100 lines: ${await scrolled(`${origin}/desk/${short}`, '.cm-line', text)}`)
console.log(`5,000 lines: ${await scrolled(`${origin}/desk/${long}`, '.cm-line', text)}`)
console.log(`Shelf of 19 scripts: ${await scrolled(origin, 'h2', '#place')}`)
for (let i = 0; i < 200; i++) scriptOf(`Script ${i}`, 40, 2)
console.log(`a printer with 200 scripts: ${await scrolled(origin, 'h2', '#place')}`)
await browser.close()
server.close()
database.close()
process.exit(0)
