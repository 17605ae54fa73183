// One script for every job: values and settings on the Desk, and runs against many jobs at once.
import { expect } from '@playwright/test'
import { editor, findings, lineWith, pasteOnShelf, takenText } from './desk.ts'
import { test } from './served.ts'

test('values stand in the text with what they are worth, are offered, and settings are a form', async ({ page }) => {
  const text =
    ';= purge = 18 mm from 8 to 40   each way\nG28\nM420 S1\nM190 S@bed\nM109 S@(nozzle)\nM83\nG1 X4 Y20 Z0.3 F3000\nG1 Y170 E@purge F1000\n'
  await pasteOnShelf(page, text)
  await expect(lineWith(page, 'M190').locator('.cm-worth')).toHaveText('60 °C')
  await expect(lineWith(page, 'G1 Y170').locator('.cm-worth')).toHaveText('18 mm')
  const form = page.getByRole('form', { name: 'Settings of this script' })
  await form.getByLabel('purge').fill('24')
  await expect(lineWith(page, 'G1 Y170').locator('.cm-worth')).toHaveText('24 mm')
  expect(await takenText(page)).toBe(text.replace('18 mm', '24 mm'))
  await form.getByLabel('purge').fill('50')
  await expect(findings(page).filter({ hasText: 'purge is to be from 8 to 40' })).toBeVisible()
  await form.getByLabel('purge').fill('20')

  await lineWith(page, 'M190').locator('span', { hasText: '@bed' }).first().hover()
  await expect(page.locator('.cm-command-card')).toContainText('bed for the first layer')
  await expect(page.locator('.cm-command-card')).toContainText('for tall')

  await editor(page).press('Control+End')
  await page.keyboard.type('M104 S@noz')
  await expect(page.locator('.cm-tooltip-autocomplete')).toContainText('nozzle_later')
  // A choice that has only just been offered is not taken by Enter, lest it be taken by mistake.
  await page.waitForTimeout(300)
  await page.keyboard.press('Enter')
  await expect(lineWith(page, 'M104 S@nozzle')).toBeVisible()
  expect(await takenText(page)).toContain('M104 S@nozzle')
})

test('a script is run against more than 60 jobs; the ones that fail open on the Desk at their job', async ({
  page,
}) => {
  await page.goto('/')
  const link = await page.getByRole('link', { name: /Left carriage/ }).getAttribute('href')
  const id = link?.split('/').at(-1)
  await page.goto(`/runs?script=${id}`)
  await page.getByRole('combobox', { name: 'Against' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Everything combined/ })
    .click()
  await page.getByRole('button', { name: /^Rehearse \d+ runs$/ }).click()
  await expect(page.getByText(/^in \d+\.\d s$/)).toBeVisible({ timeout: 30_000 })
  const results = page.getByRole('region', { name: 'Results' })
  await expect(page.getByRole('button', { name: /^all \d{2,}$/ })).toBeVisible()
  // It heats to Plain PLA's temperatures, whatever the job prints with: right for one material of several.
  await expect(results.getByRole('row').nth(1)).toContainText('needs')
  await page.getByRole('button', { name: /^no problems/ }).click()
  await expect(results.getByRole('row').nth(1)).toContainText('Plain PLA, T0')

  await page.getByRole('button', { name: /^all/ }).click()
  await results.getByRole('button', { name: /^tall, Tough PETG, T0/ }).click()
  await expect(page.getByRole('heading', { name: 'Left carriage' })).toBeVisible()
  await expect(findings(page).filter({ hasText: 'Tough PETG needs 235 °C' })).toBeVisible()
})

test('one script with values has no problems with everything combined', async ({ page }) => {
  await page.goto('/')
  const link = await page.getByRole('link', { name: /Either or both/ }).getAttribute('href')
  await page.goto(`/runs?script=${link?.split('/').at(-1)}`)
  await page.getByRole('combobox', { name: 'Against' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Everything combined/ })
    .click()
  await page.getByRole('button', { name: /^Rehearse \d+ runs$/ }).click()
  await expect(page.getByText(/^No problems in any of \d{2,} runs/)).toBeVisible({ timeout: 30_000 })
})

test('runs say what an unsaved change would do to every job', async ({ page }) => {
  await page.goto('/')
  const link = await page.getByRole('link', { name: /Half and half/ }).getAttribute('href')
  const id = link?.split('/').at(-1)
  await page.goto(`/desk/${id}`)
  await expect(lineWith(page, 'G4 S2')).toBeVisible()
  await lineWith(page, 'G4 S2').click({ position: { x: 40, y: 8 } })
  await page.keyboard.press('End')
  await page.keyboard.type('0')
  await expect(page.getByText('Changed, not saved')).toBeVisible()
  await page.goto(`/runs?script=${id}`)
  await page.getByRole('button', { name: /^Rehearse/ }).click()
  // Twenty seconds instead of two, and the ooze of it is no filament that was pushed.
  await expect(page.getByText(/With your unsaved change a print takes 18 s more and as much filament/)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Results' }).getByText('Half and half, changed').first()).toBeVisible()
})
