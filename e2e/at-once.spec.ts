// What people do before the part that answers has been loaded, and faster than it can be painted: nothing of it is lost.
import { expect, type Page } from '@playwright/test'
import { editor, findings, keep, lineWith, pasteOnShelf } from './desk.ts'
import { test } from './served.ts'

const script = 'G28\nM420 S1\nM190 S60\nM109 S205\nG92 E0\nG1 X4 Y20 Z0.3 F3000\n'

/** Files of this name come two seconds late, as over a slow network. */
async function late(page: Page, name: string): Promise<void> {
  await page.route(`**/assets/${name}-*.js`, async route => {
    await new Promise(resolve => setTimeout(resolve, 2000))
    await route.continue()
  })
}

const searchField = (page: Page) => page.getByRole('textbox', { name: 'Find' })

test('searching is asked for before it has been loaded: it opens when it has', async ({ page }) => {
  await late(page, 'at-the-keys')
  await pasteOnShelf(page, script)
  await page.locator('.cm-line').first().click()
  await page.keyboard.press('Control+f')
  await expect(searchField(page)).toBeVisible()
  await expect(searchField(page)).toBeFocused()
  await page.keyboard.type('M109')
  await page.keyboard.press('Enter')
  await expect(page.locator('.cm-searchMatch-selected')).toHaveText('M109')
  await page.keyboard.press('Escape')
  await expect(searchField(page)).toHaveCount(0)
})

test('what is typed meanwhile stands in the text, and its values are offered when they can be', async ({ page }) => {
  await late(page, 'at-the-keys')
  await pasteOnShelf(page, 'G28\n')
  await editor(page).press('Control+End')
  await page.keyboard.type('M104 S@noz')
  await expect(editor(page)).toContainText('M104 S@noz')
  await expect(page.getByRole('option', { name: /^nozzle/ }).first()).toBeVisible()
})

test('sixty keys without a pause are rehearsed as they stand in the end', async ({ page }) => {
  await pasteOnShelf(page, script)
  await editor(page).press('Control+End')
  // Each of them beyond the reach but the last: 230 mm wide, with 2 mm beside.
  await page.keyboard.type('G1 X901 F3000\nG1 X902\nG1 X903\nG1 X904\nG1 X905\nG1 X9')
  await expect(findings(page).filter({ hasText: 'X 905' })).toHaveCount(1)
  await page.keyboard.type('06')
  await expect(findings(page).filter({ hasText: 'X 906' })).toHaveCount(1)
  await page.keyboard.press('Backspace')
  await page.keyboard.press('Backspace')
  await expect(findings(page).filter({ hasText: 'X 906' })).toHaveCount(0)
  await expect(findings(page).filter({ hasText: 'X 905' })).toHaveCount(1)
})

test('a save in the very moment of the last key saves that key, and a reload loses none', async ({ page }) => {
  await pasteOnShelf(page, script)
  const id = await keep(page, 'Saved at once')
  await editor(page).press('Control+End')
  await page.keyboard.type('M117 seven')
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Saved just now')).toBeVisible()
  const saved = async () => (await (await page.request.get(`/api/scripts/${id}`)).json()).text
  await expect.poll(saved).toBe(`${script}M117 seven`)
  await page.keyboard.type('teen')
  await page.reload()
  await expect(editor(page)).toContainText('M117 seventeen')
  await expect(page.getByText(/Changed, not saved/)).toBeVisible()
})

test('the bed zooms by button and by wheel, and back by its key, however late what zooms is there', async ({
  page,
}) => {
  await late(page, 'zooming')
  await page.goto('/desk/1')
  const bed = page.getByRole('img', { name: /^The bed of Dunlin/ })
  const all = page.getByRole('button', { name: 'All of the bed (0)' })
  await page.getByRole('button', { name: 'Larger (+)' }).click()
  await expect(all).toBeVisible()
  const width = async () => Number((await bed.getAttribute('viewBox'))?.split(' ')[2])
  const once = await width()
  await bed.hover()
  await page.mouse.wheel(0, -400)
  await expect.poll(width).toBeLessThan(once)
  await all.press('0')
  await expect(all).toHaveCount(0)
  expect(await width()).toBeGreaterThan(once)
})

test('a script’s menu opens by key, gives the focus back, and its dialog begins in its field', async ({ page }) => {
  await page.goto('/')
  const button = page.getByRole('button', { name: 'What to do with Any material' })
  await late(page, 'OpenedMenu')
  await button.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('menuitem', { name: 'Its history' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(button).toBeFocused()
  await page.keyboard.press('Enter')
  await page.getByRole('menuitem', { name: 'Rename…' }).press('Enter')
  const field = page.getByRole('dialog', { name: /^Rename/ }).getByLabel('Name')
  await expect(field).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
})

test('a choice is opened before its list has been loaded, by pointer and by key', async ({ page }) => {
  await late(page, 'OpenedChoice')
  await pasteOnShelf(page, 'G28\nG29\n')
  const printer = page.getByRole('combobox', { name: 'Printer', exact: true })
  await printer.click()
  const list = page.getByRole('listbox')
  await expect(list.getByRole('option', { name: /^Dunlin/ })).toBeFocused()
  await list.getByRole('option', { name: /^Turnstone/ }).click()
  await expect(printer).toHaveText('Turnstone')
  await expect(printer).toBeFocused()
  const material = page.getByRole('combobox', { name: 'Material', exact: true })
  await material.focus()
  await page.keyboard.press('ArrowDown')
  await expect(list).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(list).toHaveCount(0)
  await expect(material).toBeFocused()
})

test('a menu of the Desk is opened by key before it has been loaded, at its first item, and closes to its button', async ({
  page,
}) => {
  await late(page, 'OpenedMenu')
  await pasteOnShelf(page, 'G28\n')
  const button = page.getByRole('button', { name: 'Export' })
  await button.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('menuitem').first()).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('menuitem').nth(1)).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('menu')).toHaveCount(0)
  await expect(button).toBeFocused()
})

test('one press opens a choice although the field that one was in says what is wrong', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New job' }).click()
  const dialog = page.getByRole('dialog', { name: 'New job' })
  await dialog.getByLabel('Name').focus()
  await dialog.getByRole('combobox', { name: 'How high' }).click()
  await expect(page.getByRole('listbox')).toBeVisible()
})

test('what is typed for the finder before it is there goes into no dialog that is open', async ({ page }) => {
  await late(page, 'FinderDialog')
  await pasteOnShelf(page, 'G28\n')
  await page.keyboard.press('Control+s')
  const name = page.getByRole('dialog', { name: /^Save/ }).getByLabel('Name')
  await expect(name).toBeFocused()
  const before = await name.inputValue()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('fol')
  await expect(page.getByPlaceholder('A script, a line, a note')).toHaveValue('fol')
  // The finder stands over it, so that it is found by its place alone.
  await expect(page.locator('input[name="answers.0"]')).toHaveValue(before)
})

test('a Desk that has been opened goes on when the server is gone', async ({ page }) => {
  await pasteOnShelf(page, script)
  await page.route('**/assets/**', route => route.abort())
  await page.locator('.cm-line').first().click()
  await page.keyboard.press('Control+f')
  await expect(searchField(page)).toBeFocused()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Larger (+)' }).click()
  await expect(page.getByRole('button', { name: 'All of the bed (0)' })).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused()
})

test('one press on a button does what it says although the field that one was in says what is wrong', async ({
  page,
}) => {
  await page.goto('/jobs')
  const open = page.getByRole('button', { name: 'New job' })
  const dialog = page.getByRole('dialog')
  await open.click()
  await expect(dialog.getByLabel('Name')).toBeFocused()
  await dialog.getByRole('button', { name: 'Not now' }).click()
  await expect(dialog).toHaveCount(0)
  await open.click()
  await expect(dialog.getByLabel('Name')).toBeFocused()
  await dialog.getByLabel('I know its printing time and weight').click()
  await expect(dialog.getByLabel('Takes (min)')).toBeVisible()
  // It was waited with, and is said now.
  await expect(dialog.getByLabel('Name')).toHaveAttribute('aria-invalid', 'true')
})

test('one press on Save tells what is wrong in the field that one was in', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New job' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('too thin')
  await dialog.getByLabel(/^Width/).fill('-5')
  await dialog.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(dialog.getByRole('alert')).toBeVisible()
  await expect(dialog.getByLabel(/^Width/)).toHaveAttribute('aria-invalid', 'true')
})

test('what was begun in a dialog waits, and the Shelf leads back to it', async ({ page }) => {
  await page.goto('/commands')
  const teach = page.getByRole('button', { name: 'Teach a command' })
  await teach.click()
  await page.getByLabel('In a few words').fill('Shake the dust off')
  await page.keyboard.press('Escape')
  await teach.click()
  await expect(page.getByLabel('In a few words')).toHaveValue('Shake the dust off')
  await page.goto('/history/3')
  await page.getByRole('button', { name: 'What did you see?' }).first().click()
  await page.getByLabel('In your words').fill('a string as far as the first layer')
  await page.keyboard.press('Escape')
  await page.goto('/')
  await page.getByRole('link', { name: /What you saw, a trial/ }).click()
  await page.getByRole('button', { name: 'What did you see?' }).first().click()
  await expect(page.getByLabel('In your words')).toHaveValue('a string as far as the first layer')
  await page.getByRole('button', { name: 'Undo the changes' }).click()
  await expect(page.getByLabel('In your words')).toHaveValue('')
})

test('what was chosen in a table about the script waits, unless the script has other rows by then', async ({
  page,
}) => {
  await pasteOnShelf(page, 'G28\nM9601\nM9602 ; turn the lights on\nM109 S[first_temperature]\n')
  const open = async (table: string) => {
    // The menu offers what has been found.
    await expect(findings(page).filter({ hasText: 'M9602' })).toHaveCount(1)
    await page.getByRole('button', { name: 'Tools', exact: true }).click()
    await page.getByRole('menuitem', { name: table }).click()
  }
  await open('Commands not known here…')
  const effect = page.getByLabel('What M9601 does')
  const before = await effect.inputValue()
  await effect.selectOption('waits')
  await page.keyboard.press('Escape')
  await open('Commands not known here…')
  await expect(effect).toHaveValue('waits')
  await expect(page.getByText('What you changed here earlier is not saved yet.')).toBeVisible()
  await page.keyboard.press('Escape')
  await open('Placeholders of a slicer…')
  await page.getByLabel('Save as').fill('Brush program')
  await page.keyboard.press('Escape')
  // Both wait on the Shelf, lead back, and can be thrown away there.
  await page.goto('/')
  const waiting = page.getByRole('region', { name: 'Not saved yet' })
  await expect(waiting.getByRole('link', { name: 'Placeholders of a slicer, changed' })).toBeVisible()
  await waiting.getByRole('link', { name: 'Commands not known here, changed' }).click()
  await lineWith(page, 'M9601').click()
  await page.keyboard.press('Home')
  await page.keyboard.type('M9603\n')
  await expect(findings(page).filter({ hasText: 'M9603' })).toHaveCount(1)
  await open('Commands not known here…')
  await expect(effect).toHaveValue(before)
  await page.keyboard.press('Escape')
  await page.goto('/')
  const words = waiting.getByRole('listitem').filter({ hasText: 'Placeholders of a slicer' })
  await expect(words).toHaveCount(1)
  // What was chosen for the other rows is not lost: it can be read.
  await waiting.getByRole('button', { name: 'Show Commands not known here, changed…' }).click()
  await expect(page.getByRole('dialog')).toContainText('M9601')
  await page.keyboard.press('Escape')
  await words.getByRole('button', { name: 'Delete Placeholders of a slicer, changed…' }).click()
  await page.getByRole('button', { name: 'Delete it', exact: true }).click()
  await expect(words).toHaveCount(0)
})

test('addresses with a slash too many lead where they should; others say that they lead nowhere', async ({ page }) => {
  await page.goto('/jobs/')
  await expect(page.getByRole('heading', { name: 'Jobs and materials' })).toBeVisible()
  await page.goto('/jobs/nowhere?at=all')
  await expect(page.getByRole('heading', { name: 'There is nothing here' })).toBeVisible()
})

test('where the window is narrow, a page of the Library is chosen from a list', async ({ page }) => {
  await page.setViewportSize({ width: 640, height: 400 })
  await page.goto('/commands/G29')
  const list = page.getByRole('combobox', { name: 'Page of Library' })
  await expect(list).toHaveValue('/commands')
  await list.selectOption('Checks')
  await expect(page).toHaveURL(/\/checks$/)
  await page.goBack()
  await expect(page.getByRole('article', { name: 'G29' })).toBeVisible()
  await expect(list).toHaveValue('/commands')
})

test('what comes to stand under the lines above leaves the caret in sight', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 })
  await page.goto('/desk/1')
  await page.locator('.cm-line').nth(9).click()
  await page.keyboard.press('End')
  await page.keyboard.type('\nG1 X20 F3000')
  await expect(page.locator('.cm-says', { hasText: 'Moves to X 20 mm' })).toBeVisible()
  // Begun at the lower edge, with its sentence and that of the line above still to come.
  await page.keyboard.type('\nM10')
  await expect(page.getByText('“M10” is not a known command', { exact: false }).first()).toBeVisible()
  const cursor = page.locator('.cm-cursor-primary')
  const inSight = async () => {
    const [shown, caret] = [await page.locator('.cm-scroller').boundingBox(), await cursor.boundingBox()]
    return shown && caret && caret.y >= shown.y && caret.y + caret.height <= shown.y + shown.height
  }
  await expect.poll(inSight).toBe(true)
})

test('the first press into the text leaves it where it is', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 })
  await page.goto('/desk/1')
  await expect(page.locator('.cm-says-below').first()).toBeVisible()
  // As far down as a hand would turn the wheel.
  await page.locator('.cm-scroller').hover()
  await page.mouse.wheel(0, 470)
  const line = lineWith(page, 'full heat, off the bed')
  await expect(line).toBeInViewport()
  await page.waitForTimeout(500)
  const before = await line.boundingBox()
  await line.click({ position: { x: 50, y: 8 } })
  await expect(page.locator('.cm-content')).toBeFocused()
  // What is loaded for the keys has come.
  await page.waitForTimeout(1000)
  expect(await line.boundingBox()).toEqual(before)
})

test('what is pasted by the menu of the right button is saved by Enter', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New material' }).click()
  const dialog = page.getByRole('dialog')
  // Such a menu takes the end of the press: the page never hears of it.
  await dialog.getByLabel('Name').dispatchEvent('pointerdown', { button: 2 })
  await dialog.getByLabel('Name').fill('Pasted by the right button')
  await page.keyboard.press('Enter')
  const made = page.getByRole('button', { name: /^Pasted by the right button/ })
  await expect(made).toBeVisible()
  await made.click()
  await dialog.getByRole('button', { name: 'Throw away…' }).click()
  await page.getByRole('button', { name: 'Throw it away' }).click()
  await expect(made).toHaveCount(0)
})
