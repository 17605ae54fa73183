// `npm run bench:typing`: from a keystroke in a 400-line script to the findings painted anew, by Chromium's own tracing.
// Prints, judges nothing. Needs a build.
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { serve } from '@hono/node-server'
import { type Browser, chromium, type Page } from '@playwright/test'
import { makeApp } from '../src/server/app.ts'
import { openDatabase } from '../src/server/database.ts'
import { addScript } from '../src/server/scripts.ts'
import { seedWhenEmpty } from '../src/server/seed.ts'
import { longScript } from './long.ts'

const port = 4431
const strokes = 120
const mark = 'findings changed'

type Event = { name: string; cat: string; ph: string; ts: number; dur?: number; args?: { data?: { type?: string } } }

/** Waits until the list of findings changes, and leaves a mark in the trace when it does. */
async function watchFindings(page: Page): Promise<void> {
  await page.evaluate(name => {
    const list = document.querySelector('[aria-label="List of findings"]')
    if (!list) throw new Error('there is no list of findings')
    new MutationObserver(() => performance.mark(name)).observe(list, {
      childList: true,
      subtree: true,
      characterData: true,
    })
  }, mark)
}

/** Types and takes back one digit of a place beyond the reach, so that the finding's words change each time. */
async function typeAbout(page: Page): Promise<void> {
  for (let i = 0; i < strokes; i++) {
    await page.keyboard.press(i % 2 ? 'Backspace' : '7')
    await page.waitForTimeout(120)
  }
}

/** Milliseconds from each key to the end of the first paint after the findings changed. */
function latencies(events: readonly Event[]): number[] {
  const keys = events.filter(({ name, args }) => name === 'EventDispatch' && args?.data?.type === 'keydown')
  const marks = events.filter(({ name, cat }) => name === mark && cat.includes('user_timing'))
  const paints = events.filter(({ name, ph }) => name === 'Paint' && ph === 'X')
  return keys.flatMap((key, i) => {
    const until = keys[i + 1]?.ts ?? Number.POSITIVE_INFINITY
    const changed = marks.find(({ ts }) => ts > key.ts && ts < until)
    const painted = changed && paints.find(({ ts }) => ts > changed.ts && ts < until)
    return painted ? [(painted.ts + (painted.dur ?? 0) - key.ts) / 1000] : []
  })
}

async function measure(browser: Browser): Promise<number[]> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`http://127.0.0.1:${port}/desk/1`)
  await page.getByText('before the print begins').waitFor()
  await page.goto(`http://127.0.0.1:${port}/desk/${scriptId}`)
  await page.locator('.cm-line', { hasText: 'G1 X40' }).click()
  await page.keyboard.press('End')
  await page.getByText('Goes to X 400').first().waitFor()
  await watchFindings(page)
  await typeAbout(page)
  await browser.startTracing(page, { categories: ['devtools.timeline', 'blink.user_timing'] })
  await typeAbout(page)
  const trace = JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: Event[] }
  await page.close()
  return latencies(trace.traceEvents.sort((a, b) => a.ts - b.ts))
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
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
})
const found = (await measure(browser)).sort((a, b) => a - b)
const at = (share: number) =>
  (found[Math.min(found.length - 1, Math.floor(found.length * share))] ?? Number.NaN).toFixed(1)
console.log(`\nFrom a keystroke to the findings painted: 400 lines, ${found.length} of ${strokes} keys\n`)
console.log(`median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms, worst ${at(1)} ms`)
await browser.close()
server.close()
database.close()
