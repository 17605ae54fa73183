// `npm run bench:typing`: how long after a keystroke in a 400-line script the letter is painted, against the same editor without
// anything of ours, and how long after the letter the findings are. Measured by Chromium's own tracing. Prints, judges nothing.
// Needs a build.
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

type Event = { name: string; cat: string; ph: string; ts: number; dur?: number; args?: { data?: { type?: string } } }

const marks = { letter: '.cm-content', findings: '[aria-label="List of findings"]' } as const
type Mark = keyof typeof marks

/** Leaves a mark in the trace whenever something changes within the element of this name. */
async function watch(page: Page, name: Mark): Promise<void> {
  await page.evaluate(
    ([where, mark]) => {
      const seen = document.querySelector(where)
      if (!seen) throw new Error(`there is no ${where}`)
      new MutationObserver(() => performance.mark(mark)).observe(seen, {
        childList: true,
        subtree: true,
        characterData: true,
      })
    },
    [marks[name], name] as const,
  )
}

/** Types and takes back one digit of a place beyond the reach, so that the finding's words change each time. */
async function typeAbout(page: Page): Promise<void> {
  for (let i = 0; i < strokes; i++) {
    await page.keyboard.press(i % 2 ? 'Backspace' : '7')
    await page.waitForTimeout(pauseAfter(i))
  }
}

/** When something was painted after a key, ms; null when it was not before the next key. */
type Painted = Record<Mark, number | null>

/** For each key, the end of the first paint after the letter changed, and after the findings did. */
function paintedAfterKeys(events: readonly Event[]): Painted[] {
  const keys = events.filter(({ name, args }) => name === 'EventDispatch' && args?.data?.type === 'keydown')
  const paints = events.filter(({ name, ph }) => name === 'Paint' && ph === 'X')
  return keys.map((key, i) => {
    const until = keys[i + 1]?.ts ?? Number.POSITIVE_INFINITY
    const paintOf = (mark: Mark): number | null => {
      const changed = events.find(
        ({ name, cat, ts }) => name === mark && cat.includes('user_timing') && ts > key.ts && ts < until,
      )
      const paint = changed && paints.find(({ ts }) => ts > changed.ts && ts < until)
      return paint ? (paint.ts + (paint.dur ?? 0) - key.ts) / 1000 : null
    }
    return { letter: paintOf('letter'), findings: paintOf('findings') }
  })
}

/** Puts the caret where it is typed, on the line that has this text, and types until all is warm. */
async function ready(page: Page, names: readonly Mark[]): Promise<void> {
  await page.bringToFront()
  await page.locator('.cm-line', { hasText: 'G1 X40' }).first().click()
  await page.keyboard.press('End')
  await page.waitForTimeout(1000)
  for (const name of names) await watch(page, name)
  for (let i = 0; i < 3; i++) await typeAbout(page)
}

/** One turn of typing, measured. */
async function turn(browser: Browser, page: Page): Promise<Painted[]> {
  await page.bringToFront()
  await page.locator('.cm-content').focus()
  await page.waitForTimeout(500)
  await browser.startTracing(page, { categories: ['devtools.timeline', 'blink.user_timing'] })
  await typeAbout(page)
  const trace = JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: Event[] }
  return paintedAfterKeys(trace.traceEvents.sort((a, b) => a.ts - b.ts))
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
await ready(onDesk, ['letter', 'findings'])
await ready(withoutUs, ['letter'])
const [desk, alone]: [Painted[], Painted[]] = [[], []]
for (let i = 0; i < turns; i++) {
  desk.push(...(await turn(browser, onDesk)))
  alone.push(...(await turn(browser, withoutUs)))
}
const sorted = (all: readonly (number | null)[]) => all.filter(each => each !== null).sort((a, b) => a - b)
const at = (all: readonly number[], share: number) => all[Math.floor((all.length - 1) * share)] ?? Number.NaN
const [letter, bare] = [desk, alone].map(all => sorted(all.map(each => each.letter))) as [number[], number[]]
const later = sorted(desk.map(each => each.letter && each.findings && Math.max(0, each.findings - each.letter)))

const report = (name: string, all: readonly number[]) =>
  console.log(
    `${name}: median ${at(all, 0.5).toFixed(1)} ms, 95th percentile ${at(all, 0.95).toFixed(1)} ms (${all.length} of ${strokes * turns} keys)`,
  )
const ratio = (share: number) => (at(letter, share) / at(bare, share)).toFixed(2)
console.log('\nTyping in a script of 400 lines\n')
report('from the key to the letter, on the Desk', letter)
report('from the key to the letter, in the editor alone', bare)
console.log(`ratio: ${ratio(0.5)} in the median, ${ratio(0.95)} at the 95th percentile; wanted: 1.25 at most`)
report('from the letter to the findings', later)
console.log('wanted: 50 ms at most at the 95th percentile')
await browser.close()
server.close()
alonePage.close()
database.close()
