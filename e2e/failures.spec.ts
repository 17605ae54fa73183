// No failure is silent: what could not be loaded, worked out or read is shown where it was asked for, with another try.

import { join } from 'node:path'
import { expect, type Page } from '@playwright/test'
import Sqlite from 'better-sqlite3'
import { editor, findings, pasteOnShelf } from './desk.ts'
import { end, folderForData, serve, test } from './served.ts'

const worker = /rehearsal\.worker/
const noWorker = (page: Page) => page.context().route(worker, route => route.abort())
const workerAgain = (page: Page) => page.context().unroute(worker)
const notLoaded = 'The part of the program that calculates could not be loaded: the server did not answer.'

test('the history says that its revisions could not be worked out, and tries again', async ({ page }) => {
  await noWorker(page)
  await page.goto('/history/1')
  await expect(page.getByRole('alert')).toContainText(`What the revisions do could not be worked out. ${notLoaded}`)
  const revisions = page.getByRole('list', { name: 'Revisions, the newest first' })
  await expect(revisions).toContainText('not known')
  await expect(revisions).not.toContainText('rehearsing…')
  await workerAgain(page)
  await page.getByRole('alert').getByRole('button', { name: 'Try again' }).click()
  await expect(revisions).toContainText(/\d+ g/)
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('a text whose rehearsal can’t be loaded says that, and not that it takes too long', async ({ page }) => {
  await noWorker(page)
  await pasteOnShelf(page, 'G28\nG1 X5 F3000\n')
  const alert = page.getByRole('alert').filter({ hasText: 'could not be rehearsed' })
  await expect(alert).toContainText('the part of the program that calculates could not be loaded')
  await expect(alert).not.toContainText('takes too long')
  await workerAgain(page)
  await alert.getByRole('button', { name: 'Try again' }).click()
  await expect(page.locator('.cm-says').first()).toBeVisible()
  await expect(alert).toHaveCount(0)
})

test('what a printer’s change does, and both sides, say what went wrong', async ({ page }) => {
  await noWorker(page)
  await page.goto('/printers/1')
  await page.getByLabel('Bed at most').fill('95')
  const effects = page.getByRole('region', { name: 'What this changes' })
  await expect(effects.getByRole('alert')).toContainText(notLoaded)
  await page.goto('/side-by-side?left=script-1&right=script-2')
  await expect(page.getByRole('alert')).toContainText(notLoaded)
  await workerAgain(page)
  await page.getByRole('alert').getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('status').first()).toContainText('Both rehearsed')
})

test('a fix that could not be rehearsed says so, and tries again', async ({ page }) => {
  await pasteOnShelf(page, 'G28\nG1 X5 F3000\nG1 X1,5\n')
  const finding = findings(page).filter({ hasText: 'comma' })
  await expect(finding).toHaveCount(1)
  // The worker ends over this very question, and can't be loaded anew.
  await noWorker(page)
  await page.evaluate(() => {
    Worker.prototype.postMessage = function () {
      this.dispatchEvent(new Event('error'))
    }
  })
  await finding.getByRole('button', { name: 'Show fix' }).click()
  const preview = page.getByRole('region', { name: 'Preview' })
  await expect(preview.getByRole('alert')).toContainText('could not be rehearsed')
  await expect(preview).not.toContainText('Rehearsing it…')
  await expect(preview.getByRole('button', { name: 'Try again' })).toBeVisible()
})

test('what nobody expected is said at the foot of the window', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'The shelf' })).toBeVisible()
  await page.evaluate(() => void setTimeout(() => void Promise.reject(new Error('a bird sat on the cable.'))))
  const said = page.getByRole('alert').filter({ hasText: 'Something did not work: a bird sat on the cable.' })
  await expect(said).toBeVisible()
  await said.getByRole('button', { name: 'Close' }).click()
  await expect(said).toHaveCount(0)
})

test('a printer that can’t be read is shown with what is wrong; everything else works', async ({ page, ownPort }) => {
  const folder = folderForData()
  const database = new Sqlite(join(folder, 'warm-prelude.sqlite'))
  database.exec('PRAGMA ignore_check_constraints = ON')
  database.exec('UPDATE printers SET data = \'{"name": "Dunlin"}\' WHERE id = 1')
  database.close()
  const server = await serve(ownPort, folder)
  const url = `http://127.0.0.1:${ownPort}`
  await page.goto(url)
  await expect(page.getByRole('heading', { name: 'Turnstone' })).toBeVisible()
  const notice = page.getByRole('alert').filter({ hasText: '“Dunlin” can’t be read.' })
  await notice.getByRole('link', { name: 'See what is wrong' }).click()
  const listed = page.getByRole('region', { name: 'Can’t be read' })
  await expect(listed).toContainText('Dunlin (printer)')
  await listed.getByText(/^Raw text/).click()
  await expect(listed.locator('pre')).toHaveText('{"name": "Dunlin"}')
  // Its scripts open, looked at on another printer.
  await page.goto(`${url}/desk/1`)
  await expect(editor(page)).toBeVisible()
  await page.goto(`${url}/keeping`)
  await listed.getByRole('button', { name: 'Back to before its last change' }).click()
  await expect(listed).toHaveCount(0)
  await page.goto(url)
  await expect(page.getByRole('heading', { name: 'Dunlin' })).toBeVisible()
  await end(server, 'SIGKILL')
})
