// A first visit, from nothing to a right finding for one's own printer; and the Desk by keyboard alone.
import { expect } from '@playwright/test'
import { findings, pasteOnShelf } from './desk.ts'
import { test } from './served.ts'

test('from first load to a right finding for one’s own 220 × 220 machine in five steps', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('region', { name: 'Where to begin' })).toContainText('before any metal moves')
  await expect(page.getByText('Examples', { exact: true })).toBeVisible()
  // 1: paste. X 226 lies within the first example's reach.
  await pasteOnShelf(page, 'G28\nM420 S1\nM190 S60\nM109 S205\nG1 X226 Y10 Z5 F6000\n')
  const which = page.getByRole('region', { name: 'Which printer is yours' })
  await expect(which).toContainText('Checked for Dunlin. Which printer is yours?')
  await expect(findings(page).filter({ hasText: 'beyond the right of the reach' })).toHaveCount(0)
  // 2 to 4: describe it, name it, make it.
  await which.getByRole('button', { name: 'Describe my printer' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Redshank')
  await page.getByRole('button', { name: 'Make this printer' }).click()
  // The script waited, and is checked for it; it isn't asked again.
  await expect(findings(page).filter({ hasText: 'Goes to X 226, 6 mm beyond the right of the reach' })).toBeVisible()
  await expect(which).toHaveCount(0)
  await page.goto('/')
  // One's own printer stands first, and the examples can be hidden and brought back.
  await expect(page.getByRole('region', { name: 'Where to begin' })).toHaveCount(0)
  await expect(page.getByRole('heading', { level: 2 }).first()).toHaveText('Redshank')
  await page.getByRole('button', { name: 'Hide the examples' }).click()
  await expect(page.getByRole('heading', { name: 'Dunlin' })).toHaveCount(0)
  await page.reload()
  await page.getByRole('button', { name: 'Show the examples' }).click()
  await expect(page.getByRole('heading', { name: 'Dunlin' })).toBeVisible()
})

test('open, walk the findings, fix, undo and save by at most fifteen strokes of the keyboard', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Turnstone' })).toBeVisible()
  let strokes = 0
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key)
    strokes += keys.length
  }
  await press('Control+k', 'f', 'o', 'l')
  // The script itself, which comes above what can be done with it as soon as it is found.
  await expect(page.getByRole('option').first()).toContainText('Turnstone')
  await expect(page.getByRole('option').first()).toContainText('From the café’s folder')
  await press('Enter')
  await expect(findings(page).first()).toBeVisible()
  await press('F8')
  await expect(page.locator('.cm-chosen').first()).toBeVisible()
  // The next finding that has a fix.
  await press('F8', 'F9')
  const preview = page.getByRole('region', { name: 'Preview' })
  await expect(preview.getByRole('button', { name: 'Apply' })).toBeEnabled()
  const text = await page.locator('.cm-content').innerText()
  await press('Control+Enter')
  await expect(preview).toHaveCount(0)
  await expect(page.locator('.cm-content')).not.toHaveText(text)
  await press('Control+z', 'Control+y', 'Control+s')
  await expect(page.getByText(/^(?:.* · )?Saved just now/)).toBeVisible()
  expect(strokes).toBeLessThanOrEqual(15)

  await press('?')
  await expect(page).not.toHaveURL(/shortcuts/)
  await page.getByRole('link', { name: 'Library' }).focus()
  await page.keyboard.press('?')
  await expect(page.getByRole('heading', { name: 'Shortcuts' })).toBeVisible()
})
