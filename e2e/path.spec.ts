// The whole path of a new user: paste, read, scrub, mend, save, reload, take away.
import { readFileSync } from 'node:fs'
import { expect } from '@playwright/test'
import { editor, findings, lineWith, pasteOnShelf, playhead, stateOf, takenText } from './desk.ts'
import { test } from './served.ts'

const script = [
  '; borrowed from a friend',
  'G21',
  'G90',
  'M82',
  'M140 S60',
  'M104 S205',
  'G28',
  'M190 S60',
  'M109 S205',
  'M420 S1',
  'G92 E0',
  'G1 Z0.3 F600',
  'G1 X5 Y20 F3000',
  'G1 Y120 E12.5 F1200',
  'G1 Z2 F600',
  '',
].join('\r\n')

test('paste, read, scrub, fix a finding, save, reload, download', async ({ page }) => {
  await pasteOnShelf(page, script)

  // Read: each line says what it does; the bead is 12.5 · 2.405 / 100 = 0.3 mm².
  await expect(lineWith(page, 'G1 Y120')).toContainText(
    'Moves to Y 120 mm, extruding 12.5 mm of filament at 20 mm/s: 100 mm long, bead 0.3 mm², 5 mm in from the left.',
  )
  await expect(lineWith(page, 'M104 S205')).toContainText('Heats the nozzle to 205 °C, doesn’t wait.')
  await expect(page.getByRole('button', { name: /^Home, lines 7 to 7/ })).toBeVisible()

  // Scrub: at the beginning everything is cold; at the end it is hot and the filament stands at 12.5 mm.
  await playhead(page).focus()
  await page.keyboard.press('Home')
  await expect(stateOf(page, 'Nozzle')).toHaveText('20 °C')
  await expect(stateOf(page, 'X')).toHaveText('not known')
  await page.keyboard.press('End')
  await expect(stateOf(page, 'Nozzle')).toHaveText('205 °C')
  await expect(stateOf(page, 'Y')).toHaveText('120.00')
  await expect(stateOf(page, 'Filament')).toHaveText('12.5 mm')
  await page.keyboard.press('Home')
  await page.keyboard.press('PageDown')
  const before = Number(await playhead(page).getAttribute('aria-valuenow'))
  await page.keyboard.press('ArrowRight')
  expect(Number(await playhead(page).getAttribute('aria-valuenow'))).toBeGreaterThan(before)

  // Fix: shown first, then applied, undone, and applied again.
  await expect(findings(page)).toHaveCount(1)
  await expect(findings(page)).toContainText('the filament counter is at 12.5 mm')
  await findings(page).getByRole('button', { name: 'Show fix' }).click()
  await expect(page.getByRole('list', { name: 'Lines that change' })).toHaveText(/15 \+becomesG92 E0/)
  await expect(page.getByText('Rehearsed: 0 findings instead of 1')).toBeVisible()
  expect(await takenText(page)).toBe(script)
  await page.getByRole('button', { name: 'Apply' }).click()
  await expect(page.getByText('Nothing found for small on Dunlin.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(findings(page)).toHaveCount(1)
  await findings(page).getByRole('button', { name: 'Show fix' }).click()
  await page.getByRole('button', { name: 'Apply' }).click()
  const mended = script.replace('F1200\r\n', 'F1200\r\nG92 E0\r\n')
  expect(await takenText(page)).toBe(mended)
  await expect(page.getByText('Ready for the print: filament at zero, levelling on, 2 mm up')).toBeVisible()

  // Save: names are unique whatever the case.
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await page.getByLabel('Name').fill('everyday')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('alert')).toHaveText('“Everyday” is already the name of Dunlin’s start script.')
  await page.getByLabel('Name').fill('Borrowed from a friend')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Borrowed from a friend' })).toBeVisible()

  // Reload, change, save again: the next revision.
  await page.reload()
  await expect(lineWith(page, 'G92 E0')).toHaveCount(2)
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  await editor(page).press('Control+End')
  await page.keyboard.type('M117 Go')
  await expect(page.getByText('Changed, not saved')).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved just now')).toBeVisible()

  // Download: the file has the line ends that the paste had.
  await page.getByRole('button', { name: 'Export' }).click()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Download as .gcode' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('Borrowed from a friend.gcode')
  expect(readFileSync(await download.path(), 'utf8')).toBe(`${mended}M117 Go`)

  // The Shelf has it, with no problems.
  await page.getByRole('link', { name: 'Shelf' }).click()
  await expect(page.getByRole('link', { name: /Borrowed from a friend/ })).toContainText('no problems')
})
