// `npm run bench:typing`: from a keystroke in a 400-line script to the findings painted anew, over what the same editor alone takes
// to paint the letter; by Chromium's own tracing. Prints, judges nothing. Needs a build.
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { serve } from '@hono/node-server'
import { serveStatic } from '@hono/node-server/serve-static'
import { type Browser, chromium, type Page } from '@playwright/test'
import { Hono } from 'hono'
import { build } from 'vite'
import { makeApp } from '../src/server/app.ts'
import { openDatabase } from '../src/server/database.ts'
import { addScript } from '../src/server/scripts.ts'
import { seedWhenEmpty } from '../src/server/seed.ts'
import { longScript } from './long.ts'
import { watchProcessors } from './taken-away.ts'

const [port, alonePort] = [4431, 4432]
/** Keys of one turn; the two take turns, so that what else the machine does falls on both. */
const strokes = 30
const turns = 10
/** Between two keys, ms: longer than either takes. */
const pauseMs = 250
const frameMs = 1000 / 60
/** Its multiples lie evenly between whole numbers. */
const goldenSection = 0.618034
/** A fixed pause of fifteen frames would have the keys come at the same few times within a frame; people's come at any. */
const pauseAfter = (key: number) => pauseMs + ((key * goldenSection) % 1) * frameMs
const mark = 'changed'
/** A key is undisturbed when nobody took a processor away for so long after it, whatever it took: longer than either page takes. */
const undisturbedMs = 60
/** A 95th percentile of fewer says nothing. */
const enough = 100

type Event = { name: string; cat: string; ph: string; ts: number; dur?: number; args?: { data?: { type?: string } } }

/** Leaves a mark in the trace whenever something changes within the first element that fits. */
async function watch(page: Page, selector: string): Promise<void> {
  await page.evaluate(
    ([where, name]) => {
      const seen = document.querySelector(where)
      if (!seen) throw new Error(`there is no ${where}`)
      new MutationObserver(() => performance.mark(name)).observe(seen, {
        childList: true,
        subtree: true,
        characterData: true,
      })
    },
    [selector, mark] as const,
  )
}

/** Types and takes back one digit of a place beyond the reach, so that the finding's words change each time. */
async function typeAbout(page: Page): Promise<void> {
  for (let i = 0; i < strokes; i++) {
    await page.keyboard.press(i % 2 ? 'Backspace' : '7')
    await page.waitForTimeout(pauseAfter(i))
  }
}

type Latency = { ms: number; undisturbed: boolean }

/** From each key to the end of the first paint after the findings changed. */
function latencies(events: readonly Event[], ours: (fromUs: number, toUs: number) => boolean): Latency[] {
  const keys = events.filter(({ name, args }) => name === 'EventDispatch' && args?.data?.type === 'keydown')
  const marks = events.filter(({ name, cat }) => name === mark && cat.includes('user_timing'))
  const paints = events.filter(({ name, ph }) => name === 'Paint' && ph === 'X')
  return keys.flatMap((key, i) => {
    const until = keys[i + 1]?.ts ?? Number.POSITIVE_INFINITY
    const changed = marks.find(({ ts }) => ts > key.ts && ts < until)
    const painted = changed && paints.find(({ ts }) => ts > changed.ts && ts < until)
    const undisturbed = ours(key.ts, key.ts + undisturbedMs * 1000)
    return painted ? [{ ms: (painted.ts + (painted.dur ?? 0) - key.ts) / 1000, undisturbed }] : []
  })
}

/** Puts the caret where it is typed, on the line that has this text, and types until all is warm. */
async function ready(page: Page, selector: string): Promise<void> {
  await page.bringToFront()
  await page.locator('.cm-line', { hasText: 'G1 X40' }).first().click()
  await page.keyboard.press('End')
  await page.waitForTimeout(1000)
  await watch(page, selector)
  for (let i = 0; i < 3; i++) await typeAbout(page)
}

/** One turn of typing, measured until what is watched has been painted. */
async function turn(browser: Browser, page: Page): Promise<Latency[]> {
  await page.bringToFront()
  await page.locator('.cm-content').focus()
  await page.waitForTimeout(500)
  await browser.startTracing(page, { categories: ['devtools.timeline', 'blink.user_timing'] })
  const processors = watchProcessors()
  await typeAbout(page)
  const ours = processors.end() ?? (() => false)
  const trace = JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: Event[] }
  return latencies(
    trace.traceEvents.sort((a, b) => a.ts - b.ts),
    ours,
  )
}

const root = join(import.meta.dirname ?? '.', '..')
const now = new Date().toISOString()
const database = openDatabase(join(mkdtempSync(join(tmpdir(), 'warm-prelude-typing-')), 'shelf.sqlite'))
seedWhenEmpty(database, now)
const text = longScript(400).replace('G1 X2 Y2 Z10 F6000', 'G1 Y2 Z10 F6000\nG1 X400')
const scriptId = addScript(database, { name: 'Typing', printerId: 1, moment: 'start', note: '', text }, now)
const server = serve({
  fetch: makeApp({ database, backups: join(root, 'dist', 'backups'), screens: join(root, 'dist'), now: () => now })
    .fetch,
  hostname: '127.0.0.1',
  port,
})
const aloneDir = join(root, '.cache', 'alone')
await build({
  root: join(root, 'bench', 'alone'),
  configFile: false,
  logLevel: 'error',
  build: { outDir: aloneDir, emptyOutDir: true, target: 'es2022' },
})
const alonePage = serve({
  fetch: new Hono().get('/script', context => context.text(text)).use('*', serveStatic({ root: aloneDir })).fetch,
  hostname: '127.0.0.1',
  port: alonePort,
})
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
})
const open = async (address: string) => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(address)
  return page
}
const onDesk = await open(`http://127.0.0.1:${port}/desk/${scriptId}`)
await onDesk.getByText('Goes to X 400').first().waitFor()
const withoutUs = await open(`http://127.0.0.1:${alonePort}/`)
await ready(onDesk, '[aria-label="List of findings"]')
await ready(withoutUs, '.cm-content')
const [desk, alone]: [Latency[], Latency[]] = [[], []]
for (let i = 0; i < turns; i++) {
  desk.push(...(await turn(browser, onDesk)))
  alone.push(...(await turn(browser, withoutUs)))
}
const at = (all: readonly number[], share: number) =>
  all[Math.min(all.length - 1, Math.floor(all.length * share))] ?? Number.NaN

const sorted = (all: readonly Latency[]) => all.map(({ ms }) => ms).sort((a, b) => a - b)

function tell(which: string, chosen: (latency: Latency) => boolean): void {
  const [ofDesk, ofAlone] = [sorted(desk.filter(chosen)), sorted(alone.filter(chosen))]
  console.log(`\n${which}\n`)
  if (Math.min(ofDesk.length, ofAlone.length) < enough) {
    console.log(`too few to say: ${ofDesk.length} on the Desk, ${ofAlone.length} in the editor alone`)
    return
  }
  const told = (name: string, all: readonly number[]) =>
    `${name}: median ${at(all, 0.5).toFixed(1)} ms, 95th percentile ${at(all, 0.95).toFixed(1)} ms (${all.length} of ${strokes * turns} keys)`
  const ratio = (share: number) => (at(ofDesk, share) / at(ofAlone, share)).toFixed(2)
  console.log(told('Desk, the findings', ofDesk))
  console.log(told('the editor alone, the letter', ofAlone))
  console.log(`ratio: ${ratio(0.5)} in the median, ${ratio(0.95)} at the 95th percentile; meant: 2 at most`)
}

console.log('\nFrom a keystroke in 400 lines to what it changes painted')
tell('All keys, also those while a shared machine gave its processors to others', () => true)
tell('Keys while all processors were ours', ({ undisturbed }) => undisturbed)
await browser.close()
server.close()
alonePage.close()
database.close()
