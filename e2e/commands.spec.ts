// The command book: found by what it does, used where, taught anew; a printer identified.
import { readFileSync } from 'node:fs'
import { expect } from '@playwright/test'
import { findings, lineWith, pasteOnShelf } from './desk.ts'
import { printerNamed } from './made.ts'
import { test } from './served.ts'

test('a command is found by what it does, and leads to where it is used', async ({ page }) => {
  await page.goto('/commands')
  await page.getByLabel('Search the commands').fill('wait for bed')
  const first = page.getByRole('navigation', { name: 'Commands' }).getByRole('link').first()
  await expect(first).toContainText('M190')
  await first.click()
  const card = page.getByRole('article', { name: 'M190' })
  await expect(card).toContainText('Heat the bed and wait')
  await expect(card.getByRole('row', { name: /^R/ })).toContainText('waiting also while it cools')
  await card.getByRole('link', { name: /^Everyday, line 12/ }).click()
  await expect(page.locator('.cm-chosen')).toContainText('M190 S60')
})

test('the same word means different things in two families', async ({ page }) => {
  await page.goto('/commands/G10')
  const card = page.getByRole('article', { name: 'G10' })
  await expect(card).toContainText('Means different things in different families.')
  await expect(card.getByRole('heading', { level: 3 })).toContainText([
    'Retract by the set amount',
    'Retract',
    'In your scripts',
  ])
  await page.getByText('macro-file', { exact: true }).click()
  await expect(card).not.toContainText('Means different things')
})

test('an unknown command is taught, taken along, forgotten and brought back', async ({ page }) => {
  await pasteOnShelf(page, 'M9444 S2\nG90\n')
  await expect(findings(page)).toContainText('“M9444” is unknown to this firmware')

  await page.goto('/commands')
  await page.getByRole('button', { name: 'Teach a command' }).click()
  await page.getByLabel('Name', { exact: true }).fill('m 9444')
  await page.getByLabel('In a few words').fill('Shake the dust off')
  await page.getByRole('button', { name: 'Teach it' }).click()
  await expect(page.getByRole('alert')).toContainText('A command’s name is G or M with a number')
  await page.getByLabel('Name', { exact: true }).fill('m9444')
  await page.getByLabel(/^Parameters/).fill('S shakes')
  await page.getByLabel('What it does').selectOption('opaque')
  await page.getByLabel('Seconds it takes').fill('12')
  await page.getByRole('button', { name: 'Teach it' }).click()
  const card = page.getByRole('article', { name: 'M9444' })
  await expect(card).toContainText('taught by you')

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /^Export \d/ }).click(),
  ])
  const file = readFileSync(await download.path())
  await page.getByRole('button', { name: 'Forget what was taught for board' }).click()
  await expect(card).toHaveCount(0)
  await page
    .getByLabel('A file of taught commands')
    .setInputFiles({ name: 'taught.json', mimeType: 'application/json', buffer: file })
  await expect(page.getByRole('link', { name: 'Export 1' })).toBeVisible()

  await pasteOnShelf(page, 'M9444 S2\nG90\n')
  await expect(lineWith(page, 'M9444')).toContainText('Shake the dust off: shakes 2; about 12 s.')
  await expect(findings(page)).toHaveCount(0)
})

test('a printer’s reply to M115 is read, and set only when confirmed', async ({ page }) => {
  const firmwareOf = async (name: string) => (await printerNamed(page, name)).data.firmware
  const before = await firmwareOf('Sanderling')
  await page.goto('/commands')
  await page.getByRole('button', { name: 'Identify a printer' }).click()
  await page
    .getByLabel('The reply')
    .fill('FIRMWARE_NAME:Mudflat 7.6.1 MACHINE_TYPE:Sanderling\nCap:EEPROM:1\nCap:Z_PROBE:0\nok')
  await expect(page.getByText(/This looks like the board family: it lists 2 abilities/)).toBeVisible()
  await expect(page.getByRole('list', { name: 'Abilities' })).toContainText('Z_PROBE no')
  expect(await firmwareOf('Sanderling')).toEqual(before)
  // The reply names the machine, so that no other printer is overwritten by mistake.
  await expect(page.getByLabel('Printer', { exact: true }).locator('option:checked')).toHaveText('Sanderling')
  await page.getByRole('button', { name: 'Use these' }).click()
  await expect(page.getByText('Sanderling now runs the board family, version 7.6.1.')).toBeVisible()
  expect(await firmwareOf('Sanderling')).toEqual({
    family: 'board',
    version: '7.6.1',
    abilities: { EEPROM: true, Z_PROBE: false },
  })
})
