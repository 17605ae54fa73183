// No failure is silent: what could not be loaded, worked out or read is shown where it was asked for, with another try.

import { join } from 'node:path'
import { expect, type Page } from '@playwright/test'
import Sqlite from 'better-sqlite3'
import { editor, findings, pasteOnShelf } from './desk.ts'
import { end, folderForData, serve, test } from './served.ts'

const worker = /desk\.worker/
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

/** Requests to these addresses get no answer, until the function that this gives is called. */
async function unanswered(page: Page, address: RegExp) {
  await page.context().route(address, route => route.abort())
  return () => page.context().unroute(address)
}
const noAnswer = 'The server does not answer.'
const tryAgain = (page: Page) => page.getByRole('alert').getByRole('button', { name: 'Try again' })

test('a script that could not be fetched is opened by trying again; one that is gone is not offered so', async ({
  page,
}) => {
  const again = await unanswered(page, /\/api\/scripts\/2$/)
  await page.goto('/desk/2')
  await expect(page.getByRole('alert')).toContainText(noAnswer)
  await again()
  await tryAgain(page).click()
  await expect(editor(page)).toBeVisible()
  await page.goto('/desk/4711')
  await expect(page.getByRole('heading', { name: 'This script can’t be opened' })).toBeVisible()
  await expect(tryAgain(page)).toHaveCount(0)
})

test('a save that got no answer is repeated from where it was asked for', async ({ page }) => {
  await page.goto('/desk/3')
  await editor(page).click()
  await page.keyboard.press('Control+End')
  await page.keyboard.type('\n; a word more')
  const again = await unanswered(page, /\/api\/scripts\/3$/)
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText(noAnswer)
  await again()
  await tryAgain(page).click()
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible()
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('a plan for one of several printers that got no answer is asked for again in its row', async ({ page }) => {
  const again = await unanswered(page, /\/api\/carry\/plan$/)
  await page.goto('/carry/2/several')
  const row = page.getByRole('row').filter({ hasText: 'Turnstone' })
  await expect(row.getByRole('alert')).toContainText(noAnswer)
  await again()
  await row.getByRole('button', { name: 'Try again' }).click()
  await expect(row.getByRole('alert')).toHaveCount(0)
  await expect(row.getByRole('checkbox')).toBeEnabled()
})

test('what could not be put back from the bin says so, and is not taken for a name that is given', async ({ page }) => {
  await page.goto('/')
  const { id } = await (
    await page.request.post('/api/refrains', { data: { name: 'Wipe', text: 'G1 X5\n', note: '' } })
  ).json()
  await page.request.delete(`/api/refrains/${id}`)
  await page.goto('/keeping')
  const again = await unanswered(page, /\/api\/bin\//)
  await page.getByRole('button', { name: 'Put back' }).first().click()
  await expect(page.getByRole('alert')).toContainText(noAnswer)
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await again()
  await tryAgain(page).click()
  await expect(page.getByRole('status').filter({ hasText: '“Wipe” is back.' })).toBeVisible()
})

test('a search that got no answer says so beside what else is found, and is repeated', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'The shelf' })).toBeVisible()
  const again = await unanswered(page, /\/api\/search/)
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder(/^A script, a line/).fill('dunlin')
  await expect(page.getByRole('alert')).toContainText('Scripts and notes could not be searched.')
  await again()
  await tryAgain(page).click()
  await expect(page.getByRole('group', { name: 'In scripts and notes' })).toBeVisible()
  await expect(page.getByRole('alert')).toHaveCount(0)
})
