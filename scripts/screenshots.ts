// `npm run screenshots`: one current picture of each main view for the README, from the demo data, into docs/screenshots.
// With names after it, only those.
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { serve } from '@hono/node-server'
import { chromium, type Page } from '@playwright/test'
import { makeApp } from '../src/server/app.ts'
import { openDatabase } from '../src/server/database.ts'
import { seedWhenEmpty } from '../src/server/seed.ts'

type Shot = {
  name: string
  path: string /** Opened from the shelf. */
  script?: string
  theme?: 'light' | 'dark'
  prepare?: (page: Page) => Promise<void>
}

/** A script in made-up words, for the page where they are learned. */
const theirs = `G28
M420 S1
{when first_plate_temp(0) > 70}
M117 Hot bed
{otherwise}
M117 Cool bed
{end}
M190 S{first_plate_temp(0)}
M109 S{first_nozzle_temp(0)}
G1 Z{initial_layer_thickness + 0.1}
M117 {mood_of_the_day}`

const shots: Shot[] = [
  { name: 'shelf', path: '/' },
  {
    name: 'desk',
    path: '/desk/1',
    prepare: async page => {
      await page.getByRole('button', { name: /^purge line/ }).click()
      await page.locator('.cm-line', { hasText: 'G1 Y170' }).click({ position: { x: 4, y: 10 } })
      await page.mouse.move(640, 90)
    },
  },
  {
    name: 'desk-ooze',
    path: '/',
    script: 'Hot and hasty',
    prepare: async page => {
      await page.locator('.cm-line', { hasText: 'G29' }).click()
    },
  },
  {
    name: 'desk-values',
    path: '/',
    script: 'Either or both',
    prepare: async page => {
      await page.locator('.cm-line', { hasText: 'M190' }).click()
      await page.mouse.move(640, 90)
    },
  },
  {
    name: 'take-away',
    path: '/',
    script: 'Either or both',
    prepare: async page => {
      await page.getByRole('button', { name: 'Take away' }).click()
      await page.getByRole('menuitem', { name: /^For one job/ }).click()
      await page.getByLabel('The script as it is taken away').waitFor()
    },
  },
  {
    name: 'runs',
    path: '/runs?printer=5',
    prepare: async page => {
      await page.getByRole('combobox', { name: 'Against' }).click()
      await page.getByRole('option', { name: /^Everything combined/ }).click()
      await page.getByRole('button', { name: /^Rehearse/ }).click()
      await page.getByText(/^in \d/).waitFor()
    },
  },
  { name: 'jobs', path: '/jobs' },
  {
    name: 'vocabularies',
    path: '/vocabularies',
    prepare: async page => {
      await page.getByLabel('A script as your program has it').fill(theirs)
      await page.getByRole('button', { name: 'Find its words' }).click()
      await page.getByLabel('Name').fill('The café’s slicer')
    },
  },
  {
    name: 'history',
    path: '/',
    prepare: async page => {
      await openHistory(page)
      await page.getByText('no probing').waitFor()
    },
  },
  {
    name: 'side-by-side',
    path: '/',
    prepare: async page => {
      await openHistory(page)
      await page.getByRole('link', { name: 'Beside the one in use' }).first().click()
      await page.getByText('1 changed').waitFor()
    },
  },
  {
    name: 'refrains',
    path: '/refrains',
    prepare: async page => {
      await page.getByRole('table').waitFor()
      const text = page.getByLabel(/^off the print/)
      await text.fill((await text.inputValue()).replace('Z5', 'Z8'))
      await page.getByLabel('Why').fill('tall prints wobble when they are touched')
      await page.getByText('2 lines').nth(2).waitFor()
      await page.getByText('2 lines').first().click()
      await page.waitForTimeout(900)
    },
  },
  {
    name: 'printer',
    path: '/printers/6',
    prepare: async page => {
      await page.getByLabel(/^Reach from X/).fill('-10')
      await page.getByText('comes:').first().waitFor()
    },
  },
  { name: 'keeping', path: '/keeping' },
  { name: 'macros', path: '/macros?printer=Avocet' },
  { name: 'checks', path: '/checks' },
  { name: 'command-book', path: '/commands/G29' },
  {
    name: 'desk-nudge',
    path: '/desk/1',
    prepare: async page => {
      await page.getByRole('button', { name: 'Outline' }).click()
      await page.getByRole('button', { name: 'What to do with purge line, left edge' }).click()
      await page.getByRole('menuitem', { name: /Nudge/ }).click()
      await page.getByLabel('X', { exact: true }).fill('14')
      await page.getByText('X18 Y20').first().waitFor()
    },
  },
  {
    name: 'desk-maker',
    path: '/desk/1',
    prepare: async page => {
      await page.locator('.cm-line', { hasText: 'M109 S205' }).click()
      await page.getByRole('button', { name: 'Add' }).click()
      await page.getByRole('menuitem', { name: /^Purge by the print/ }).click()
      await page.getByRole('button', { name: 'zigzag', exact: true }).click()
      await page.getByText('pattern=zigzag').waitFor()
    },
  },
  {
    name: 'desk-fix',
    path: '/desk/3',
    theme: 'dark',
    prepare: async page => {
      await page.getByRole('button', { name: 'Show fix' }).first().click()
      await page.getByText('Rehearsed:').waitFor()
    },
  },
]

async function openHistory(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'What to do with Any material' }).click()
  await page.getByRole('menuitem', { name: 'Its history' }).click()
  await page
    .getByText(/seconds|by the clock/)
    .first()
    .waitFor()
}

const root = join(import.meta.dirname ?? '.', '..')
const database = openDatabase(join(mkdtempSync(join(tmpdir(), 'warm-prelude-shots-')), 'shelf.sqlite'))
seedWhenEmpty(database, new Date().toISOString())
const app = makeApp({
  database,
  backups: join(tmpdir(), 'warm-prelude-shot-backups'),
  screens: join(root, 'dist'),
  now: () => new Date().toISOString(),
})
const server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port: 4420 })
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
})
const wanted = process.argv.slice(2)
for (const { name, path, script, theme = 'light', prepare } of shots) {
  if (wanted.length && !wanted.includes(name)) continue
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: theme })
  await page.goto(`http://127.0.0.1:4420${path}`)
  await page
    .getByText(
      path.startsWith('/desk')
        ? 'before the print begins'
        : /before the print|In your scripts|worked out here|all of them at once|what is about to be printed|has its own words|rehearsed through|kept once|What it is|Take the shelf along/,
    )
    .first()
    .waitFor()
  if (script) {
    await page.getByRole('link', { name: new RegExp(script) }).click()
    await page.getByText('before the print begins').first().waitFor()
  }
  await prepare?.(page)
  await page.waitForTimeout(400)
  await page.screenshot({ path: join(root, 'docs', 'screenshots', `${name}.png`) })
  await page.close()
  console.log(`docs/screenshots/${name}.png`)
}
await browser.close()
server.close()
database.close()
