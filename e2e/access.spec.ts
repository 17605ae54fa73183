// Everyone can use it: no serious finding of the accessibility checker (in both themes), and the path by keyboard alone.
import { expect } from '@playwright/test'
import { editor, findings, pasteOnShelf, playhead } from './desk.ts'
import { seriousFindings } from './looked-at.ts'
import { test } from './served.ts'

test('the Shelf', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('link', { name: /Everyday/ })).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
})

test('the Desk, with a line chosen, findings and a fix shown', async ({ page }) => {
  await page.goto('/desk/3?line=16')
  await expect(playhead(page)).toBeVisible()
  await page.getByRole('button', { name: 'Show fix' }).first().click()
  await expect(page.getByText('Rehearsed:')).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
})

test('the command book, and teaching', async ({ page }) => {
  await page.goto('/commands/G29')
  await expect(page.getByRole('article', { name: 'G29' })).toContainText('In your scripts')
  expect(await seriousFindings(page)).toEqual([])
  await page.getByRole('button', { name: 'Teach a command' }).click()
  await page.getByRole('button', { name: 'Teach it' }).click()
  await expect(page.getByRole('alert')).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
})

test('the checks, what is left, and what it costs', async ({ page }) => {
  await page.goto('/checks')
  await expect(page.getByRole('heading', { name: 'Checks' })).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.goto('/desk/1')
  await expect(playhead(page)).toBeVisible()
  await page.getByRole('tab', { name: 'Ready to print?' }).click()
  await expect(page.getByRole('region', { name: 'What is left' })).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.getByRole('tab', { name: 'Time and waste' }).click()
  await expect(page.getByText('Use the saved mesh instead of probing')).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
})

test('history, side by side, refrains, a printer, keeping, finding', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'What to do with Any material' }).click()
  await page.getByRole('menuitem', { name: 'Its history' }).click()
  await expect(page.getByText(/s measured/).first()).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.getByRole('link', { name: 'Side by side with the one before' }).first().click()
  await expect(page.getByRole('region', { name: 'Passages side by side' })).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.goto('/refrains')
  await expect(page.getByRole('table', { name: 'Scripts that have it' })).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.goto('/printers/6')
  await page.getByRole('button', { name: 'Add a zone' }).click()
  await expect(page.getByText('No script’s findings or time change.')).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.goto('/printers/new')
  await expect(page.getByRole('heading', { name: 'A new printer' })).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.goto('/keeping')
  await expect(page.getByRole('link', { name: 'Dunlin' })).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
  await page.keyboard.press('Control+k')
  await page.getByPlaceholder(/^A script, a line/).fill('purge')
  await expect(page.getByRole('option').nth(3)).toBeVisible()
  expect(await seriousFindings(page)).toEqual([])
})

test('saving under a name', async ({ page }) => {
  await page.goto('/desk/1')
  await page.getByRole('button', { name: 'Other ways to save it' }).click()
  await page.getByRole('menuitem', { name: /^Save as another script/ }).click()
  await page.getByLabel('Name').fill('')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('alert')).toHaveText('A script needs a name.')
  expect(await seriousFindings(page)).toEqual([])
})

test('the theme can be changed and is kept', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'Dark' }).click()
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  await page.reload()
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
})

test('a finding is mended by keyboard alone, with the focus always to be seen', async ({ page }) => {
  await pasteOnShelf(page, 'G91\nG1 Z5 F600\n')
  await expect(findings(page)).toHaveCount(1)
  const reach = async (name: string) => {
    for (let i = 0; i < 60; i++) {
      await page.keyboard.press('Tab')
      const focused = page.locator(':focus')
      if ((await focused.count()) && (await focused.textContent())?.trim() === name) {
        const outline = await focused.evaluate(element => getComputedStyle(element).outlineStyle)
        expect(outline).not.toBe('none')
        return
      }
    }
    throw new Error(`${name} can’t be reached`)
  }
  await reach('Show fix')
  await page.keyboard.press('Enter')
  await reach('Apply')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Nothing found for small on Dunlin.')).toBeVisible()
  await expect(editor(page)).toBeFocused()
  await page.keyboard.press('Control+z')
  await expect(findings(page)).toHaveCount(1)
})
