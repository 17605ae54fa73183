// An answer that comes after the answer to a newer question says nothing any more.
import { expect, type Page } from '@playwright/test'
import { editor, lineWith, pasteOnShelf, playhead } from './desk.ts'
import { made, printerNamed, thingsOf } from './made.ts'
import { test } from './served.ts'

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

const probing = '; asked late\nM140 S60\nM104 S150\nM190 S60\nG28\nG29\nM109 S205\n'
const without = probing.replace('G29', '; G29')

async function withTwoVariants(page: Page, name: string): Promise<number> {
  const id = await made(page, '/scripts', { name, printerId: 1, moment: 'start', text: probing })
  await made(page, `/scripts/${id}/variants`, { name: 'No probing', text: without })
  return id
}

test('a variant that is switched at once is told apart as it is now', async ({ page }) => {
  await withTwoVariants(page, 'Switched at once')
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
})

test('a line that is chosen before the first rehearsal is there has the playhead when it comes', async ({ page }) => {
  await page.addInitScript(() => {
    const post = Worker.prototype.postMessage
    Worker.prototype.postMessage = function (this: Worker, ...sent: unknown[]) {
      const go = () => Reflect.apply(post, this, sent)
      const { path } = (sent[0] ?? {}) as { path?: string[] }
      if (path?.[0] === 'rest') setTimeout(go, 1500)
      else go()
    }
  })
  await pasteOnShelf(page, 'G28\nM420 S1\nG4 S60\n')
  await lineWith(page, 'M420').click()
  // Homing half of each way: 118 mm and 109 mm at 50 mm/s, 120 mm at 8 mm/s: 2.36 + 2.18 + 15 = 19.54 s.
  await expect(playhead(page)).toHaveAttribute('aria-valuenow', '19.5')
})

test('two sides that change places at once are told of as they stand now', async ({ page }) => {
  const right = await withTwoVariants(page, 'Compared at once')
  const left = await made(page, '/scripts', { name: 'Compared, too', printerId: 1, moment: 'start', text: probing })
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

/** Something that is waited for until it is told. */
function gate(): { opened: Promise<void>; open: () => void } {
  let open = () => {}
  const opened = new Promise<void>(resolve => {
    open = resolve
  })
  return { opened, open }
}

/** Holds back what the server answers to the first request of this kind: `held` when it is known, until it is let go. */
async function holdBack(
  page: Page,
  address: string,
  method: string,
): Promise<{ held: Promise<void>; letGo: () => void }> {
  const [known, wanted] = [gate(), gate()]
  let first = true
  await page.route(address, async route => {
    if (!first || route.request().method() !== method) return route.continue()
    first = false
    const response = await route.fetch()
    known.open()
    await wanted.opened
    await route.fulfill({ response })
  })
  return { held: known.opened, letGo: wanted.open }
}

/** Goes on to a script without loading the page again. */
const goTo = async (page: Page, name: string) => {
  await page.getByRole('link', { name: 'Shelf', exact: true }).click()
  await page.getByRole('link', { name: new RegExp(name) }).click()
}

test('a script that comes late does not take the place of the one that was opened since', async ({ page }) => {
  const slow = await made(page, '/scripts', { name: 'Comes late', printerId: 1, moment: 'start', text: 'M117 late\n' })
  await made(page, '/scripts', { name: 'Comes soon', printerId: 1, moment: 'start', text: 'M117 soon\n' })
  const { letGo } = await holdBack(page, `**/api/scripts/${slow}`, 'GET')
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
})

test('what scripts are rehearsed with is the newest that was read, also where an older answer comes later', async ({
  page,
}) => {
  await made(page, '/scripts', { name: 'Read first', printerId: 1, moment: 'start', text: 'M117 one\n' })
  await made(page, '/scripts', { name: 'Read then', printerId: 1, moment: 'start', text: 'M117 two\n' })
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Read first/ })).toBeVisible()
  // What it answers is of now, and comes later.
  const { held, letGo } = await holdBack(page, '**/api/things', 'GET')
  await page.getByRole('link', { name: /Read first/ }).click()
  await held
  const { materials } = await thingsOf(page)
  await made(page, '/materials', { ...materials[0].data, name: 'Late resin' })
  await goTo(page, 'Read then')
  await expect(editor(page)).toContainText('M117 two')
  const come = page.waitForResponse('**/api/things')
  letGo()
  await come
  await page.waitForTimeout(500)
  await page.getByRole('combobox', { name: 'Material' }).click()
  await expect(page.getByRole('listbox').getByRole('option', { name: 'Late resin' })).toBeVisible()
  await page.keyboard.press('Escape')
})

test('a save that is answered late says nothing of the script that was opened since', async ({ page }) => {
  const saved = await made(page, '/scripts', {
    name: 'Saved late',
    printerId: 1,
    moment: 'start',
    text: 'M117 first\n',
  })
  const other = await made(page, '/scripts', {
    name: 'Opened since',
    printerId: 1,
    moment: 'start',
    text: 'M117 other\n',
  })
  const { letGo } = await holdBack(page, `**/api/scripts/${saved}`, 'PUT')
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
  await expect(page.getByText(/^Saved/)).toBeVisible()
  const texts = await Promise.all(
    [saved, other].map(async id => (await (await page.request.get(`/api/scripts/${id}`)).json()).text),
  )
  expect(texts).toEqual(['M117 first change\n', 'M117 other text\n'])
})

test('who writes on while a save is under way, and saves again, goes on from what was saved', async ({ page }) => {
  const id = await made(page, '/scripts', { name: 'Saved twice', printerId: 1, moment: 'start', text: 'M117 first\n' })
  const { letGo } = await holdBack(page, `**/api/scripts/${id}`, 'PUT')
  await page.goto(`/desk/${id}`)
  await lineWith(page, 'M117 first').click()
  await page.keyboard.press('End')
  await page.keyboard.type(' second')
  const asked = page.waitForRequest(request => request.method() === 'PUT')
  await page.keyboard.press('Control+s')
  await asked
  await page.keyboard.press('Control+s')
  await page.keyboard.type(' third')
  await page.keyboard.press('Control+s')
  letGo()
  const saved = async () => (await (await page.request.get(`/api/scripts/${id}`)).json()).text
  await expect.poll(saved).toBe('M117 first second third\n')
  await expect(page.getByText('Saved just now')).toBeVisible()
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.goto(`/history/${id}`)
  await expect(page.getByText('3 revisions in 1 variant')).toBeVisible()
})

test('what is written in a form while its save is under way stays, as a change of what was saved', async ({ page }) => {
  const { id } = await printerNamed(page, 'Curlew')
  const { held, letGo } = await holdBack(page, `**/api/printers/${id}`, 'PUT')
  await page.goto(`/printers/${id}`)
  const [name, about] = [page.getByLabel('Name', { exact: true }), page.getByLabel('In a few words', { exact: true })]
  await name.fill('Curlew, renamed')
  await page.keyboard.press('Control+s')
  await held
  await about.fill('written meanwhile')
  const come = page.waitForResponse(response => response.request().method() === 'PUT')
  letGo()
  await come
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Curlew, renamed')
  await expect(about).toHaveValue('written meanwhile')
  await page.reload()
  await expect(about).toHaveValue('written meanwhile')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  const saved = async () => (await thingsOf(page)).printers.find((each: { id: number }) => each.id === id).data
  await expect.poll(saved).toMatchObject({ name: 'Curlew, renamed', about: 'written meanwhile' })
})

test('what is written back to how it was while its change is being saved is a change of its own', async ({ page }) => {
  const { id } = await printerNamed(page, 'Dunlin')
  const { held, letGo } = await holdBack(page, `**/api/printers/${id}`, 'PUT')
  await page.goto(`/printers/${id}`)
  const name = page.getByLabel('Name', { exact: true })
  await name.fill('Dunlin, renamed')
  await page.keyboard.press('Control+s')
  await held
  await name.fill('Dunlin')
  letGo()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Dunlin, renamed')
  await expect(name).toHaveValue('Dunlin')
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeEnabled()
  await page.reload()
  await expect(name).toHaveValue('Dunlin')
})

test('what is pressed twice is made once, and thrown away once', async ({ page }) => {
  const { letGo } = await holdBack(page, '**/api/materials', 'POST')
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New material' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('Pressed twice')
  const asked = page.waitForRequest(request => request.method() === 'POST')
  await dialog.getByRole('button', { name: 'Save', exact: true }).dblclick()
  await asked
  letGo()
  await expect(dialog).toHaveCount(0)
  const made = page.getByRole('button', { name: /^Pressed twice/ })
  await expect(made).toHaveCount(1)
  await made.click()
  await dialog.getByRole('button', { name: 'Throw away…' }).click()
  await page.getByRole('button', { name: 'Throw it away' }).dblclick()
  await expect(dialog).toHaveCount(0)
  await expect(made).toHaveCount(0)
})
