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

const root = join(import.meta.dirname ?? '.', '..')
const curlewFiles = ['printer.cfg', 'numbers.cfg', 'macros.cfg'].map(name => join(root, 'demo/machines/curlew', name))

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

/** A whole print of 400 changes on a printer. */
async function printOf(page: Page, printer: string): Promise<void> {
  for (const [choice, option] of [
    ['Printer', printer],
    ['Job', 'chequered-post'],
  ] as const) {
    await page.getByRole('combobox', { name: choice }).click()
    await page
      .getByRole('listbox')
      .getByRole('option', { name: new RegExp(`^${option}`) })
      .click()
  }
  await page.getByText('400 changes').waitFor()
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
}

const shots: Shot[] = [
  {
    name: 'shelf',
    path: '/',
    prepare: page => page.getByText('beside “').first().waitFor(),
  },
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
    name: 'take-away',
    path: '/',
    script: 'Either or both',
    prepare: async page => {
      await page.getByRole('button', { name: 'Export' }).click()
      await page.getByRole('menuitem', { name: /^For one job/ }).click()
      await page.getByLabel('The exported script').waitFor()
    },
  },
  {
    name: 'runs',
    path: '/runs?printer=5',
    prepare: async page => {
      await page.getByRole('combobox', { name: 'Against' }).click()
      await page
        .getByRole('listbox')
        .getByRole('option', { name: /^Everything combined/ })
        .click()
      await page.getByRole('button', { name: /^Rehearse/ }).click()
      await page.getByText(/^in \d/).waitFor()
    },
  },
  { name: 'jobs', path: '/jobs' },
  {
    name: 'vocabularies',
    path: '/vocabularies',
    prepare: async page => {
      await page.getByLabel('A script as your slicer has it').fill(theirs)
      await page.getByRole('button', { name: 'Find its placeholders' }).click()
      await page.getByLabel('Name').fill('The café’s slicer')
      await page.getByText('Syntax').click()
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
      await page.getByRole('link', { name: 'Side by side with the one in use' }).first().click()
      await page.getByText('1 changed').waitFor()
    },
  },
  {
    name: 'carry-over',
    path: '/',
    prepare: async page => {
      await carry(page, 'Half and half', 'Sanderling')
      await page.getByText('to answer').waitFor()
    },
  },
  {
    name: 'carry-several',
    path: '/',
    prepare: async page => {
      await carry(page, 'Everyday', 'Sanderling')
      await page.getByRole('link', { name: 'To several printers…' }).click()
      await page.getByText('Carrying it over…').first().waitFor({ state: 'detached' })
      await page.waitForTimeout(800)
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
      await page.getByText('new:').first().waitFor()
    },
  },
  { name: 'keeping', path: '/keeping' },
  {
    name: 'learn',
    path: '/printers/learn',
    prepare: async page => {
      await page.locator('input[type=file][multiple]').setInputFiles(curlewFiles)
      await page.getByText('What the files say').waitFor()
    },
  },
  { name: 'desk-macro', path: '/', prepare: page => openMacro(page, 'PRELUDE', 26) },
  { name: 'checks', path: '/checks' },
  { name: 'whole-print', path: '/whole-print', prepare: page => printOf(page, 'Oystercatcher') },
  {
    name: 'desk-change',
    path: '/whole-print',
    prepare: async page => {
      await printOf(page, 'Avocet')
      await page.getByRole('button', { name: 'T1 → T0, at a tool change', exact: true }).click()
      await page.getByRole('button', { name: /^the next tool/ }).waitFor()
      await page.waitForTimeout(1500)
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

/** Opens a macro of Curlew's on the Desk, with the line that is shown. */
async function openMacro(page: Page, name: string, line: number, bed = ''): Promise<void> {
  const card = page.getByRole('region', { name: 'Curlew' })
  const address = await card.getByRole('link', { name: 'macros.cfg' }).getAttribute('href')
  await page.goto(`http://127.0.0.1:4420${address}?call=${name}&line=${line}`)
  await page.getByRole('region', { name: 'Called with' }).getByRole('combobox').waitFor()
  await page.waitForTimeout(800)
  if (bed) {
    const field = page.getByRole('region', { name: 'Called with' }).getByLabel('BED')
    await field.fill(bed)
    await field.press('Enter')
  }
  await page.waitForTimeout(800)
}

/** Carries a script to another printer, from the shelf. */
async function carry(page: Page, script: string, to: string): Promise<void> {
  await page.getByRole('button', { name: `What to do with ${script}` }).click()
  await page.getByRole('menuitem', { name: 'Carry over to…' }).click()
  await page.getByRole('combobox', { name: 'To' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: new RegExp(`^${to}`) })
    .click()
  await page.getByText('Line by line').waitFor()
  await page.waitForTimeout(600)
}

async function openHistory(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'What to do with Any material' }).click()
  await page.getByRole('menuitem', { name: 'Its history' }).click()
  await page
    .getByText(/seconds|measured/)
    .first()
    .waitFor()
}

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
  await page.locator('#place h1').first().waitFor()
  if (path.startsWith('/desk')) await page.getByText('before the print begins').first().waitFor()
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
