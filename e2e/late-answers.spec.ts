// An answer that comes after the answer to a newer question says nothing any more.
import { expect, type Page, test } from '@playwright/test'
import { editor, lineWith, pasteOnShelf } from './desk.ts'

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

/** Holds the server's answers to these requests until they are let go. */
async function holdBack(page: Page, address: string, method: string): Promise<() => void> {
  let letGo = () => {}
  const until = new Promise<void>(resolve => {
    letGo = resolve
  })
  await page.route(address, async route => {
    if (route.request().method() === method) await until
    await route.continue()
  })
  return letGo
}

/** Goes on to a script without loading the page again. */
const goTo = async (page: Page, name: string) => {
  await page.getByRole('link', { name: 'Shelf', exact: true }).click()
  await page.getByRole('link', { name: new RegExp(name) }).click()
}

test('a script that comes late does not take the place of the one that was opened since', async ({ page }) => {
  const slow = await putOnShelf(page, '', { name: 'Comes late', printerId: 1, moment: 'start', text: 'M117 late\n' })
  const quick = await putOnShelf(page, '', { name: 'Comes soon', printerId: 1, moment: 'start', text: 'M117 soon\n' })
  const letGo = await holdBack(page, `**/api/scripts/${slow}`, 'GET')
  await page.goto('/')
  await page.getByRole('link', { name: /Comes late/ }).click()
  await expect(page.getByText('Opening the script…')).toBeVisible()
  await goTo(page, 'Comes soon')
  await expect(editor(page)).toContainText('M117 soon')
  const come = page.waitForResponse(`**/api/scripts/${slow}`)
  letGo()
  await come
  await page.waitForTimeout(500)
  await expect(editor(page)).toContainText('M117 soon')
  await expect(page.getByRole('heading', { name: 'Comes soon' })).toBeVisible()
  for (const id of [slow, quick]) await page.request.delete(`/api/scripts/${id}`)
})

test('what scripts are rehearsed with is the newest that was read, also where an older answer comes later', async ({
  page,
}) => {
  const first = await putOnShelf(page, '', { name: 'Read first', printerId: 1, moment: 'start', text: 'M117 one\n' })
  const second = await putOnShelf(page, '', { name: 'Read then', printerId: 1, moment: 'start', text: 'M117 two\n' })
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Read first/ })).toBeVisible()
  let letGo = () => {}
  const until = new Promise<void>(resolve => {
    letGo = resolve
  })
  // The answer is of now, and comes later.
  const read = page.waitForRequest('**/api/things')
  await page.route(
    '**/api/things',
    async route => {
      const response = await route.fetch()
      await until
      await route.fulfill({ response })
    },
    { times: 1 },
  )
  await page.getByRole('link', { name: /Read first/ }).click()
  await read
  await page.waitForTimeout(500)
  const { materials } = await (await page.request.get('/api/things')).json()
  const added = await page.request.post('/api/materials', { data: { ...materials[0].data, name: 'Late resin' } })
  const { id } = await added.json()
  await goTo(page, 'Read then')
  await expect(editor(page)).toContainText('M117 two')
  const come = page.waitForResponse('**/api/things')
  letGo()
  await come
  await page.waitForTimeout(500)
  await page.getByRole('combobox', { name: 'Material' }).click()
  await expect(page.getByRole('listbox').getByRole('option', { name: 'Late resin' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.request.delete(`/api/materials/${id}`)
  for (const script of [first, second]) await page.request.delete(`/api/scripts/${script}`)
})

test('a save that is answered late says nothing of the script that was opened since', async ({ page }) => {
  const saved = await putOnShelf(page, '', { name: 'Saved late', printerId: 1, moment: 'start', text: 'M117 first\n' })
  const other = await putOnShelf(page, '', {
    name: 'Opened since',
    printerId: 1,
    moment: 'start',
    text: 'M117 other\n',
  })
  const letGo = await holdBack(page, `**/api/scripts/${saved}`, 'PUT')
  await page.goto(`/desk/${saved}`)
  await lineWith(page, 'M117 first').click()
  await page.keyboard.press('End')
  await page.keyboard.type(' change')
  await expect(page.getByText(/Changed, not saved/)).toBeVisible()
  const asked = page.waitForRequest(request => request.method() === 'PUT')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await asked
  await goTo(page, 'Opened since')
  await expect(editor(page)).toContainText('M117 other')
  const come = page.waitForResponse(response => response.request().method() === 'PUT')
  letGo()
  await come
  await page.waitForTimeout(500)
  await expect(page.getByRole('heading', { name: 'Opened since' })).toBeVisible()
  // What is written now is a change of this one, and is saved as such.
  await lineWith(page, 'M117 other').click()
  await page.keyboard.press('End')
  await page.keyboard.type(' text')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText(/· Saved|^Saved/)).toBeVisible()
  const texts = await Promise.all(
    [saved, other].map(async id => (await (await page.request.get(`/api/scripts/${id}`)).json()).text),
  )
  expect(texts).toEqual(['M117 first change\n', 'M117 other text\n'])
  for (const id of [saved, other]) await page.request.delete(`/api/scripts/${id}`)
})
