// The finder: what it knows on a page and on the Desk, and by which words.
import { expect, type Locator, type Page } from '@playwright/test'
import { editor, lineWith } from './desk.ts'
import { made } from './made.ts'
import { test } from './served.ts'

const option = (page: Page, name: string | RegExp): Locator => page.getByRole('option', { name })

async function ask(page: Page, words: string): Promise<void> {
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder(/^A script, a line/).fill(words)
}

/** Does what is found alone under these words. */
async function find(page: Page, words: string): Promise<void> {
  await ask(page, words)
  await expect(page.getByRole('option')).toHaveCount(1)
  await page.keyboard.press('Enter')
}

const warmUp = 'M140 S60\nM104 S150\nM190 S60\n; --- home and probe ---\nG28\nG29\n; --- hot ---\nM109 S205\n'

async function openWarmUp(page: Page, name: string): Promise<void> {
  const id = await made(page, '/scripts', { name, printerId: 1, moment: 'start', text: warmUp })
  await page.goto(`/desk/${id}`)
  await expect(lineWith(page, 'M109')).toBeVisible()
}

test('whatever can be pressed on a page can be done by keyboard from the finder', async ({ page }) => {
  await page.goto('/jobs')
  await expect(page.getByRole('button', { name: 'New material' })).toBeVisible()
  await find(page, 'new material')
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeVisible()
  await page.keyboard.press('Escape')
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Everyday/ }).first()).toBeVisible()
  await find(page, 'what to do with park at the back')
  await page.getByRole('menuitem', { name: 'Its history' }).click()
  await expect(page.getByRole('heading', { name: 'Park at the back' })).toBeVisible()
})

test('what stands in a menu is found with the menu closed, and does the same', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Everyday/ }).first()).toBeVisible()
  await find(page, 'rename park at the back')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('Park behind')
  await dialog.getByRole('button', { name: 'Rename it' }).click()
  await expect(page.getByRole('link', { name: /Park behind/ })).toBeVisible()
  // Of one menu for each script a few are shown, and more of a script’s name finds it.
  await ask(page, 'throw away')
  await expect(option(page, /: Throw away…$/)).toHaveCount(8)
  await page.keyboard.press('Escape')

  await openWarmUp(page, 'Zebra warm-up')
  await find(page, 'intro line maker')
  await expect(page.getByRole('region', { name: 'Preview' })).toContainText('Purge line')
  await page.keyboard.press('Escape')
  await find(page, 'rename home and probe')
  await expect(dialog).toContainText('Rename “home and probe”')
  await page.keyboard.press('Escape')
  await find(page, 'branch variant')
  await expect(dialog.getByLabel('Name')).toBeVisible()
  await page.keyboard.press('Escape')
  await find(page, 'revisions')
  await expect(page.getByRole('heading', { name: 'Zebra warm-up' })).toBeVisible()
})

test('what a menu has only now and then is found only then', async ({ page }) => {
  await openWarmUp(page, 'Zebra undone')
  await ask(page, 'discard')
  await expect(page.getByText('Nothing matches.')).toBeVisible()
  await page.keyboard.press('Escape')
  await lineWith(page, 'M109').click()
  await page.keyboard.press('End')
  await page.keyboard.type(' ; hot')
  await find(page, 'undo text')
  await expect(editor(page)).not.toContainText('; hot')
  await find(page, 'redo')
  await expect(editor(page)).toContainText('M109 S205 ; hot')
  await find(page, 'discard')
  await expect(editor(page)).not.toContainText('; hot')
})

test('the first is chosen, also when it is found later, unless another was', async ({ page }) => {
  await openWarmUp(page, 'Zebra first')
  // “Fold the ribbon” is there at once; the script is asked for at the server, and comes above it.
  await ask(page, 'fold')
  const script = option(page, /From the café’s folder/).first()
  await expect(script).toHaveAttribute('aria-selected', 'true')
  const input = page.getByPlaceholder(/^A script, a line/)
  await expect(input).toHaveAttribute('aria-activedescendant', (await script.getAttribute('id')) ?? '')
  // A finder that is opened again shows at once the hits it already has; after a reload it has none.
  await page.reload()
  await expect(lineWith(page, 'M109')).toBeVisible()

  let letGo = () => {}
  const held = new Promise<void>(done => {
    letGo = done
  })
  await page.route('**/api/search*', async route => {
    await held
    await route.continue()
  })
  await ask(page, 'fold')
  const fold = option(page, 'Fold the ribbon')
  await expect(fold).toHaveAttribute('aria-selected', 'true')
  await page.keyboard.press('ArrowDown')
  letGo()
  await expect(script).toBeVisible()
  await expect(fold).toHaveAttribute('aria-selected', 'true')
})

test('what was found for other words is gone at once, and Enter does what these mean', async ({ page }) => {
  await openWarmUp(page, 'Zebra other words')
  await ask(page, 'fold')
  await expect(option(page, /From the café’s folder/).first()).toBeVisible()
  // The server does not answer any more.
  await page.route('**/api/search*', () => {})
  await page.getByPlaceholder(/^A script, a line/).fill('folder')
  await expect(option(page, /From the café’s folder/).first()).toHaveAttribute('aria-selected', 'true')
  await page.getByPlaceholder(/^A script, a line/).fill('weight')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('tab', { name: 'Time and waste' })).toHaveAttribute('aria-selected', 'true')
})

/** What people say, and what they mean by it. */
const said: readonly [words: string, name: RegExp][] = [
  ['theme', /^Light or dark$/],
  ['trash', /^Backup, export and the bin$/],
  ['import', /^Backup, export and the bin$/],
  ['docs', /^Script language$/],
  ['shortcuts', /^Shortcuts$/],
  ['vocabulary', /^Vocabularies$/],
  ['prime', /^Purge line$/],
  ['park', /^End of print$/],
  ['soak', /^Heat soak$/],
  ['duplicate', /^Save as another script…$/],
  ['download', /^Download as \.gcode$/],
  ['weight', /^Time and waste$/],
  ['search', /^Find and replace in the text/],
  ['zoom', /^Larger/],
  ['end stop', /^M119: /],
  ['endstop', /^M119: /],
  ['beep', /^M300: /],
  ['stringing', /^Ooze is dragged into the print$/],
  ['delete hot', /^hot: Remove$/],
]

test('people’s words find what they mean', async ({ page }) => {
  await openWarmUp(page, 'Zebra sought')
  await page.keyboard.press('Control+k')
  for (const [words, name] of said) {
    await page.getByPlaceholder(/^A script, a line/).fill(words)
    await expect(option(page, name), words).toBeVisible()
  }
  // A word is found where one begins with it, and not in the middle of another.
  await page.getByPlaceholder(/^A script, a line/).fill('bin')
  await expect(option(page, /^Backup, export and the bin$/)).toBeVisible()
  await expect(option(page, /^Probing/)).toHaveCount(0)
})

test('what comes late on a page is listed in a finder that is open already', async ({ page }) => {
  // The bed is drawn after the first rehearsal, which waits here until the finder is open.
  await page.addInitScript(() => {
    const post = Worker.prototype.postMessage
    Worker.prototype.postMessage = function (this: Worker, ...sent: unknown[]) {
      const go = () => Reflect.apply(post, this, sent)
      const { path } = (sent[0] ?? {}) as { path?: string[] }
      if (path?.[0] === 'rest') document.addEventListener('letItGo', go)
      else go()
    }
  })
  await openWarmUp(page, 'Zebra that comes late')
  await ask(page, 'zoom')
  await expect(page.getByText('Nothing matches.')).toBeVisible()
  await page.evaluate(() => document.dispatchEvent(new Event('letItGo')))
  await expect(option(page, /^Larger/)).toBeVisible()
})
