import { mkdtempSync } from 'node:fs'
import { serve } from '@hono/node-server'
import { chromium } from '@playwright/test'
import { makeApp } from '/work/main/src/server/app.ts'
import { openDatabase } from '/work/main/src/server/database.ts'
import { seedWhenEmpty } from '/work/main/src/server/seed.ts'

const database = openDatabase(mkdtempSync('/tmp/wp-') + '/s.sqlite')
seedWhenEmpty(database, new Date().toISOString())
const app = makeApp({ database, screens: '/work/main/dist', now: () => new Date().toISOString() })
const server = serve({ fetch: app.fetch, hostname: '127.0.0.1', port: 4422 })
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
})
const page = await browser.newPage({
  viewport: { width: Number(process.env.W ?? 1280), height: 800 },
  colorScheme: (process.env.T ?? 'light') as 'light',
})
page.on('pageerror', e => console.log('ERR', e.message))
page.on('console', m => m.type() === 'error' && console.log('CON', m.text()))
const steps = process.argv.slice(2)
await page.goto('http://127.0.0.1:4422' + steps[0])
await page.waitForTimeout(2500)
for (const s of steps.slice(2)) {
  const [how, ...rest] = s.split(':')
  const what = rest.join(':')
  if (how === 'link')
    await page
      .getByRole('link', { name: new RegExp(what) })
      .first()
      .click()
  if (how === 'button')
    await page
      .getByRole('button', { name: new RegExp(what) })
      .first()
      .click()
  if (how === 'item')
    await page
      .getByRole('menuitem', { name: new RegExp(what) })
      .first()
      .click()
  if (how === 'tab') await page.getByRole('tab', { name: new RegExp(what) }).click()
  if (how === 'line') await page.locator('.cm-line', { hasText: what }).first().click()
  if (how === 'fill') {
    const [l, v] = what.split('=')
    await page.getByLabel(l!, { exact: true }).first().fill(v!)
  }
  if (how === 'key') await page.keyboard.press(what)
  if (how === 'full') await page.evaluate(() => 0)
  await page.waitForTimeout(900)
}
await page.screenshot({ path: steps[1]! })
await browser.close()
server.close()
database.close()
