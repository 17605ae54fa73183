// An answer that comes after the answer to a newer question says nothing any more.
import { expect, type Page, test } from '@playwright/test'
import { pasteOnShelf } from './desk.ts'

/** Holds the first question of this name about our texts back until the second has had time to be answered. */
const answerFirstLast = (page: Page, name: string) =>
  page.addInitScript(held => {
    const post = Worker.prototype.postMessage
    let first: (() => void) | null = null
    let asked = 0
    Worker.prototype.postMessage = function (this: Worker, ...sent: unknown[]) {
      const go = () => Reflect.apply(post, this, sent)
      const { path } = (sent[0] ?? {}) as { path?: string[] }
      if (path?.[0] !== held || !JSON.stringify(sent[0]).includes('; asked late')) return go()
      asked++
      if (asked === 1) {
        first = go
        document.documentElement.dataset.held = held
      } else {
        go()
        if (first) setTimeout(first, 1500)
        first = null
      }
    }
  }, name)

const heldBack = (page: Page, name: string) => expect(page.locator('html')).toHaveAttribute('data-held', name)

const putOnShelf = async (page: Page, path: string, data: object) => {
  const answer = await page.request.post(`/api/scripts${path}`, { data })
  expect(answer.ok()).toBe(true)
  return (await answer.json()).id as number
}

const probing = '; asked late\nM140 S60\nM104 S150\nM190 S60\nG28\nG29\nM109 S205\n'
const without = probing.replace('G29', '; G29')

async function withTwoVariants(page: Page, name: string): Promise<number> {
  const id = await putOnShelf(page, '', { name, printerId: 1, moment: 'start', text: probing })
  await putOnShelf(page, `/${id}/variants`, { name: 'No probing', text: without })
  return id
}

test('a variant that is switched at once is told apart as it is now', async ({ page }) => {
  const id = await withTwoVariants(page, 'Switched at once')
  await answerFirstLast(page, 'tellApart')
  await page.goto('/')
  const variants = page.getByRole('radiogroup', { name: 'Variants of Switched at once' })
  const [first, second] = [variants.getByRole('radio').nth(0), variants.getByRole('radio').nth(1)]
  await expect(second).toBeChecked()
  const row = page.getByRole('listitem').filter({ has: variants })
  await heldBack(page, 'tellApart')
  await first.click()
  await expect(row).toContainText('beside “No probing”: probing put back')
  // The answer about the other one comes now.
  await page.waitForTimeout(2500)
  await expect(row).toContainText('beside “No probing”: probing put back')
  await expect(row).not.toContainText('probing commented out')
  await page.request.delete(`/api/scripts/${id}`)
})

test('two sides that change places at once are told of as they stand now', async ({ page }) => {
  const right = await withTwoVariants(page, 'Compared at once')
  const left = await putOnShelf(page, '', { name: 'Compared, too', printerId: 1, moment: 'start', text: probing })
  await answerFirstLast(page, 'compareScripts')
  await page.goto(`/side-by-side?left=script-${left}&right=script-${right}`)
  const status = page.getByRole('status').first()
  await expect(status).toContainText('Rehearsing both')
  await heldBack(page, 'compareScripts')
  await page.getByRole('button', { name: 'Change sides' }).click()
  await expect(status).toContainText('From left to right: probing put back')
  // The answer about how they stood before comes now.
  await page.waitForTimeout(2500)
  await expect(status).toContainText('From left to right: probing put back')
  for (const id of [left, right]) await page.request.delete(`/api/scripts/${id}`)
})

test('what is exported is what was asked for last', async ({ page }) => {
  await answerFirstLast(page, 'exportScript')
  await pasteOnShelf(page, probing)
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('menuitem', { name: /^For one job/ }).click()
  await heldBack(page, 'exportScript')
  await page.getByLabel('with comments').uncheck()
  const exported = page.getByLabel('The exported script')
  await expect(exported).toHaveValue(/^M140 S60/)
  // What was asked for first, with comments, comes now.
  await page.waitForTimeout(2500)
  await expect(exported).toHaveValue(/^M140 S60/)
})
