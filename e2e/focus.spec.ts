// Where the focus is after what opened over the page has closed: where it was, or where one has gone on to since.
import { expect, type Locator, type Page } from '@playwright/test'
import { editor, lineWith, pasteOnShelf } from './desk.ts'
import { test } from './served.ts'

/** What is to be done “next” is done half a second later, as on a machine that is busy. */
const slowly = (page: Page) =>
  page.addInitScript(() => {
    const later = window.setTimeout
    window.setTimeout = ((what: TimerHandler, ms?: number, ...more: unknown[]) =>
      later(what, ms || 500, ...more)) as typeof window.setTimeout
  })

/** Has the focus, and keeps it while whatever has closed could still take it. */
async function keepsTheFocus(page: Page, place: Locator): Promise<void> {
  await page.waitForTimeout(1000)
  await expect(place).toBeFocused()
}

const dialog = (page: Page) => page.getByRole('dialog')

test('a dialog gives the focus back to what opened it, also one over another, and the finder', async ({ page }) => {
  await page.goto('/jobs')
  const fresh = page.getByRole('button', { name: 'New job' })
  await fresh.press('Enter')
  await expect(dialog(page).getByLabel('Name')).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(fresh).toBeFocused()
  const material = page.getByRole('button', { name: /^Plain PLA/ })
  await material.click()
  const away = dialog(page).getByRole('button', { name: 'Throw away…' })
  await away.press('Enter')
  const asking = page.getByRole('dialog', { name: /^Throw “.*” away$/ })
  await expect(asking).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(asking).toHaveCount(0)
  await expect(away).toBeFocused()
  await page.keyboard.press('Control+k')
  await expect(page.getByPlaceholder('A script, a line, a note')).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(away).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(material).toBeFocused()
})

test('after the last of a list was thrown away, Shift Tab leads to what stood before it', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New material' }).click()
  await dialog(page).getByLabel('Name').fill('Of short duration')
  await page.keyboard.press('Enter')
  const short = page.getByRole('button', { name: /^Of short duration/ })
  await short.press('Enter')
  await dialog(page).getByRole('button', { name: 'Throw away…' }).press('Enter')
  await page.getByRole('button', { name: 'Throw it away' }).press('Enter')
  await expect(dialog(page)).toHaveCount(0)
  await expect(short).toHaveCount(0)
  await page.keyboard.press('Shift+Tab')
  await expect(
    page.getByRole('region', { name: 'Materials' }).getByRole('listitem').last().locator(':focus'),
  ).toHaveCount(1)
})

test('after a dialog or the finder one types on where the caret was', async ({ page }) => {
  await pasteOnShelf(page, 'G28\nM104 S20\nG1 X20\n')
  await page.locator('.cm-line').nth(1).click()
  await page.keyboard.press('End')
  for (const [key, letter] of [
    ['Control+s', '4'],
    ['Control+k', ' ; half'],
  ] as const) {
    await page.keyboard.press(key)
    await expect(dialog(page).getByRole('textbox').or(dialog(page).getByRole('combobox')).first()).toBeFocused()
    await page.keyboard.press('Escape')
    await expect(editor(page)).toBeFocused()
    await page.keyboard.type(letter)
  }
  await expect(editor(page)).toContainText('M104 S204 ; half')
})

test('the caret stays where it was also where the browser is slow to tell that the text has the focus', async ({
  page,
}) => {
  await pasteOnShelf(page, 'G28\nM104 S20\nG1 X20\n')
  await page.locator('.cm-line').nth(1).click()
  await page.keyboard.press('End')
  await page.keyboard.press('Control+s')
  await expect(dialog(page).getByRole('textbox').first()).toBeFocused()
  // So long the page does nothing after the editor has heard of the focus, and before it hears of the selection.
  await page.evaluate(() =>
    document.querySelector('.cm-content')?.addEventListener('focusin', () => {
      const until = performance.now() + 400
      while (performance.now() < until);
    }),
  )
  await page.keyboard.press('Escape')
  await expect(editor(page)).toBeFocused()
  await page.keyboard.type('4')
  await expect(editor(page)).toContainText('M104 S204')
})

test('a dialog that a menu opened gives the focus back to the menu’s button', async ({ page }) => {
  await pasteOnShelf(page, 'G28\n')
  const button = page.getByRole('button', { name: 'Export' })
  for (const opens of [() => button.click(), () => button.press('Enter')]) {
    await opens()
    await page.getByRole('menuitem').last().click()
    await expect(dialog(page)).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(dialog(page)).toHaveCount(0)
    await expect(button).toBeFocused()
  }
})

test('who goes on before a list has given the focus back keeps it where they went', async ({ page }) => {
  await slowly(page)
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New job' }).click()
  const form = dialog(page)
  await form.getByRole('combobox', { name: 'How high' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^below the top/ })
    .click()
  const pad = form.getByRole('application', { name: /^The print’s area/ })
  await pad.focus()
  await keepsTheFocus(page, pad)
  // What the choice took away had not the focus: it goes back to the choice.
  const where = form.getByRole('combobox', { name: 'Where on the bed' })
  await where.click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^the whole bed/ })
    .click()
  await expect(form.getByLabel('Margin')).toBeVisible()
  await keepsTheFocus(page, where)
})

test('who goes on before a menu, a picker or a dialog has given the focus back keeps it where they went', async ({
  page,
}) => {
  await slowly(page)
  await pasteOnShelf(page, 'G28\n')
  const text = editor(page)
  await page.getByRole('button', { name: 'Export' }).click()
  await expect(page.getByRole('menuitem').first()).toBeVisible()
  await page.keyboard.press('Escape')
  await text.focus()
  await keepsTheFocus(page, text)
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(dialog(page).getByLabel('Name')).toBeFocused()
  await page.keyboard.press('Escape')
  await text.focus()
  await keepsTheFocus(page, text)
  await page.goto('/side-by-side')
  const right = page.getByRole('button', { name: /^Right:/ })
  await page.getByRole('button', { name: /^Left:/ }).click()
  await expect(page.getByPlaceholder('A part of its name')).toBeFocused()
  await page.keyboard.press('Escape')
  await right.focus()
  await keepsTheFocus(page, right)
})

test('Esc closes what opened last, and leaves what was shown before it', async ({ page }) => {
  await pasteOnShelf(page, 'G28\nM109 S205\nG92 E0\nG1 X901 F3000\n')
  await page.getByRole('button', { name: 'Tools', exact: true }).click()
  await page.getByRole('menuitem').first().click()
  const preview = page.getByRole('region', { name: 'Preview' })
  await expect(preview).toBeVisible()
  const over = [
    { opens: () => page.getByRole('button', { name: 'Add', exact: true }).click(), what: page.getByRole('menu') },
    { opens: () => page.getByRole('combobox', { name: 'Material' }).click(), what: page.getByRole('listbox') },
    { opens: () => page.keyboard.press('Control+k'), what: dialog(page) },
    {
      opens: async () => {
        await lineWith(page, 'G28').click()
        await page.keyboard.press('Control+f')
      },
      what: page.getByRole('textbox', { name: 'Find' }),
    },
  ]
  for (const { opens, what } of over) {
    await opens()
    await expect(what).toBeVisible()
    await page.keyboard.press('Escape')
    await expect(what).toHaveCount(0)
    await expect(preview).toBeVisible()
  }
  await page.keyboard.press('Escape')
  await expect(preview).toHaveCount(0)
  await expect(editor(page)).toBeFocused()
})

test('Esc in the very moment that a dialog opens over another closes that one alone', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: /^Plain PLA/ }).click()
  const away = dialog(page).getByRole('button', { name: 'Throw away…' })
  // What dialogs are made of has been loaded, so that the next is there at once.
  await away.evaluate((button: HTMLElement) => {
    const dialogs = () => document.querySelectorAll('[role=dialog]').length
    new MutationObserver((_, observer) => {
      if (dialogs() < 2) return
      observer.disconnect()
      const key = { key: 'Escape', bubbles: true, cancelable: true }
      document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', key))
    }).observe(document.body, { childList: true, subtree: true })
    button.focus()
    button.click()
  })
  await expect(away).toBeFocused()
  await expect(page.locator('[role=dialog]')).toHaveCount(1)
})

test('an answer to a question about the text leads back into the text', async ({ page }) => {
  await pasteOnShelf(page, 'G28\n;! the height of the sheet\nM851 Z-1.2\nM109 S205\n')
  for (const answer of ['Leave it', 'Let me change it']) {
    await lineWith(page, 'M851').click()
    await page.keyboard.press('End')
    await page.keyboard.press('Backspace')
    await page.getByRole('button', { name: answer }).press('Enter')
    await expect(editor(page)).toBeFocused()
  }
  await page.keyboard.press('F8')
  await page.getByRole('button', { name: 'Tools', exact: true }).click()
  await page.getByRole('menuitem').first().click()
  await page.getByRole('region', { name: 'Preview' }).getByRole('button', { name: 'Leave it' }).press('Enter')
  await expect(editor(page)).toBeFocused()
})

test('Ctrl S saves what a form or a dialog holds, and says yes to no question', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New material' }).click()
  await dialog(page).getByLabel('Name').fill('Saved by key')
  await page.keyboard.press('Control+s')
  await expect(dialog(page)).toHaveCount(0)
  const made = page.getByRole('button', { name: /^Saved by key/ })
  await made.click()
  await dialog(page).getByRole('button', { name: 'Throw away…' }).click()
  const asking = page.getByRole('dialog', { name: /^Throw “.*” away$/ })
  await expect(asking).toBeVisible()
  await page.keyboard.press('Control+s')
  // Neither thrown away nor, below the question, saved.
  await expect(asking).toBeVisible()
  await asking.getByRole('button', { name: 'Throw it away' }).click()
  await expect(made).toHaveCount(0)
  await page.goto('/printers/1')
  const name = page.getByLabel('Name', { exact: true })
  await name.fill('Dunlin by key')
  await page.keyboard.press('Control+s')
  const saved = async () => {
    const { printers } = await (await page.request.get('/api/things')).json()
    return printers.find(({ id }: { id: number }) => id === 1).data.name
  }
  await expect.poll(saved).toBe('Dunlin by key')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Dunlin by key')
  await name.fill('Dunlin')
  await page.keyboard.press('Control+s')
  await expect.poll(saved).toBe('Dunlin')
})

test('keys and pastes for a dialog do nothing on the page below', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'What to do with Any material' }).click()
  await page.getByRole('menuitem', { name: 'Rename…' }).click()
  const rename = page.getByRole('dialog', { name: /^Rename/ })
  await rename.getByRole('button', { name: 'Not now' }).focus()
  await page.keyboard.press('?')
  await page.evaluate(() => navigator.clipboard.writeText('G28\n'))
  await page.keyboard.press('Control+v')
  await page.waitForTimeout(500)
  await expect(rename).toBeVisible()
  await expect(page).toHaveURL(/\/$/)
  await page.keyboard.press('Escape')
  await expect(rename).toHaveCount(0)
  await page.keyboard.press('Control+v')
  await expect(page).toHaveURL(/\/desk\/new\//)
})
