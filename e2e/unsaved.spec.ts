// What is typed and not saved, as a person meets it: several tabs, a script that is gone, full storage, a paste that is fixed.
import { expect, type Page } from '@playwright/test'
import { editor, keep, lineWith, pasteOnShelf } from './desk.ts'
import { test } from './served.ts'

const type = async (page: Page, line: string) => {
  await editor(page).press('Control+End')
  await page.keyboard.insertText(`\n${line}`)
}
const also = (page: Page) => page.getByRole('region', { name: 'Also unsaved' })

test('a script in two tabs: each says that the other has it open, and neither takes the other’s text', async ({
  page,
  context,
}) => {
  await page.goto('/desk/3')
  await expect(editor(page)).toBeVisible()
  const second = await context.newPage()
  await second.goto('/desk/3')
  await expect(also(page)).toContainText('This script is also open in another tab.')
  await expect(also(second)).toContainText('This script is also open in another tab.')
  await type(second, 'M117 from the second')
  await expect(also(page)).toContainText(/Also unsaved: from another tab, \d\d:\d\d, \+1 −0 lines/)
  await expect(also(page).getByRole('button', { name: 'Delete…' })).toHaveCount(0)
  await second.close()
  await expect(also(page)).toContainText('Also unsaved: from an earlier tab')
  await expect(also(page)).not.toContainText('also open')
  // Nothing was typed in the first: leaving it deletes nothing.
  await page.reload()
  await expect(lineWith(page, 'from the second')).toBeVisible()
})

test('a tab that has gone on to another page shows its script no more', async ({ page, context }) => {
  await page.goto('/desk/2')
  await expect(editor(page)).toBeVisible()
  const second = await context.newPage()
  await second.goto('/desk/2')
  await expect(also(page)).toContainText('This script is also open in another tab.')
  await second.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Shelf' }).click()
  await expect(also(page)).toHaveCount(0)
})

test('another tab’s text is opened beside, and taken over; what was typed here is offered then', async ({
  page,
  context,
}) => {
  await page.goto('/desk/4')
  await expect(editor(page)).toBeVisible()
  const second = await context.newPage()
  await second.goto('/desk/4')
  await expect(editor(second)).toBeVisible()
  await type(second, 'M117 theirs')
  await type(page, 'M117 mine')
  await second.close()
  await also(page).getByRole('link', { name: 'Open beside' }).click()
  await expect(page.getByText('as changed').first()).toBeVisible()
  await expect(page.getByRole('status').first()).toContainText('Both rehearsed')
  await page.goBack()
  await also(page).getByRole('button', { name: 'Take it over' }).click()
  await expect(lineWith(page, 'M117 theirs')).toBeVisible()
  await expect(lineWith(page, 'M117 mine')).toHaveCount(0)
  await expect(also(page)).toContainText('Also unsaved')
  await also(page).getByRole('button', { name: 'Delete…' }).click()
  await page.getByRole('button', { name: 'Delete it', exact: true }).click()
  await expect(also(page)).toHaveCount(0)
  await expect(lineWith(page, 'M117 theirs')).toBeVisible()
})

test('the text of a script that is gone opens as a new one, from its address and from the Shelf', async ({
  page,
  request,
}) => {
  await page.goto('/desk/5')
  await expect(editor(page)).toBeVisible()
  await type(page, 'M117 outlives it')
  await expect(page.getByText('Changed, not saved')).toBeVisible()
  await page.goto('/')
  await request.delete('/api/scripts/5')
  await page.reload()
  const waiting = page.getByRole('region', { name: 'Not saved yet' })
  await expect(waiting).toContainText('its script is gone: opens as a new one')
  await page.goto('/desk/5')
  await page.getByRole('button', { name: 'Open it as a new script' }).click()
  await expect(lineWith(page, 'M117 outlives it')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'New script' })).toBeVisible()
})

test('full storage is said at once, and the text can be downloaded', async ({ page }) => {
  await page.goto('/desk/6')
  await expect(editor(page)).toBeVisible()
  await page.evaluate(() => {
    Storage.prototype.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
  })
  await type(page, 'M117 no room for this')
  const notice = page.getByRole('alert').filter({ hasText: 'Not kept in this browser: its storage is full.' })
  await expect(notice).toBeVisible()
  const download = page.waitForEvent('download')
  await notice.getByRole('button', { name: 'Download the text' }).click()
  const chunks: Buffer[] = []
  for await (const chunk of await (await download).createReadStream()) chunks.push(chunk as Buffer)
  expect(Buffer.concat(chunks).toString()).toContain('M117 no room for this')
})

test('a paste that is changed before its first save stays in the history as it was pasted', async ({ page }) => {
  await pasteOnShelf(page, 'G28 G90\n')
  await type(page, 'M117 changed')
  const id = await keep(page, 'Pasted and changed')
  await page.goto(`/history/${id}`)
  const revisions = page.getByRole('list', { name: 'Revisions, the newest first' })
  await expect(revisions.getByRole('listitem').filter({ hasText: 'As it was pasted' })).toHaveCount(1)
  await expect(revisions).toContainText('revision 2')
})
