// The rehearsal on screen: numbers worked out by hand, what is left for the print, what it costs, and findings ignored.
import { expect, type Page } from '@playwright/test'
import { editor, findings, lineWith, pasteOnShelf, playhead, stateOf, takenText } from './desk.ts'
import { test } from './served.ts'

const lower = (page: Page, name: string | RegExp) => page.getByRole('tab', { name })

test('the ribbon is scrubbed through a start script, and reads what was worked out by hand', async ({ page }) => {
  await pasteOnShelf(page, 'G28\nM420 S1\nM104 S200\nG4 S47.5\nG1 X10 Y20 Z5 F6000\n')
  // Homing, half of each way: 118 mm and 109 mm at 50 mm/s, 120 mm at 8 mm/s: 2.36 + 2.18 + 15 = 19.54 s.
  await lineWith(page, 'M420').click()
  await expect(playhead(page)).toHaveAttribute('aria-valuenow', '19.5')
  await expect(stateOf(page, 'X')).toHaveText('115.00')
  await expect(stateOf(page, 'Nozzle')).toHaveText('20 °C')

  // 200 °C take 95 s; after half of them 500 − 480·√(300/480) = 120.5 °C, which is shown as 121.
  await lineWith(page, 'G4 S47.5').click()
  await expect(playhead(page)).toHaveAttribute('aria-valuenow', '67')
  await expect(stateOf(page, 'Nozzle')).toHaveText('121 °C')
  await expect(stateOf(page, 'Z')).toHaveText('5.00')

  // From (115, 105) to (10, 20): √(105² + 85²) = 135.09 mm at 100 mm/s with 1500 mm/s²: 1.3509 + 0.0667 = 1.4176 s.
  await playhead(page).focus()
  await page.keyboard.press('End')
  await expect(stateOf(page, 'X')).toHaveText('10.00')
  await expect(stateOf(page, 'Y')).toHaveText('20.00')
  // A key goes back 1/300 of 68.4576 s; three of them 0.6846 s, which leaves 0.5171 of the way: X 115 − 54.29.
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowLeft')
  const x = Number(await stateOf(page, 'X').textContent())
  expect(x).toBeGreaterThan(60.2)
  expect(x).toBeLessThan(61.2)
  // Half way back on the ribbon the nozzle stands and warms: 47.5 s begin at 19.54, so 34.23 s are 14.69 s into it,
  // 500 − 480·e^(−14.69/202.13) = 53.6 °C.
  await page.keyboard.press('Home')
  for (let i = 0; i < 150; i++) await page.keyboard.press('ArrowRight')
  await expect(stateOf(page, 'Nozzle')).toHaveText('54 °C')
})

test('ooze is shown on the ribbon and on the bed, and a fix takes it away', async ({ page }) => {
  await pasteOnShelf(
    page,
    'M83\nM140 S60\nM190 S60\nM109 S205\nG28\nG29\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 Z5 F600\n',
  )
  await expect(findings(page).filter({ hasText: 'oozes above 160 °C and leaves blobs' })).toBeVisible()
  // 25 points, a drop at each.
  await expect(page.locator('[data-ooze]')).toBeVisible()
  await expect(page.getByRole('img', { name: /^Oozes about .* while probing, line 6; an estimate/ })).toBeVisible()
  await expect(page.getByRole('img', { name: /^waits for the bed, .*line 3/ })).toBeVisible()
  await findings(page).filter({ hasText: 'oozes above' }).getByRole('button', { name: 'Show fix' }).click()
  await page.getByRole('button', { name: 'Apply' }).click()
  await expect(findings(page).filter({ hasText: 'oozes above' })).toHaveCount(0)
  await expect(page.getByRole('img', { name: /while probing/ })).toHaveCount(0)
})

test('a finding is told, and mended, where one points at its line', async ({ page }) => {
  await pasteOnShelf(page, 'G28\nM420 S1\nG1 X400 Y20 Z5 F3000\n')
  await expect(findings(page).filter({ hasText: 'beyond the right of the reach' })).toBeVisible()
  const sign = page.locator('.cm-signs').getByTitle(/^Goes to X 400/)
  await expect(sign).toHaveCount(1)
  await lineWith(page, 'G1 X400').hover({ position: { x: 20, y: 8 } })
  const told = page.locator('.cm-finding', { hasText: 'beyond the right of the reach' })
  await expect(told).toBeVisible()
  // The bed of Dunlin ends at 230, its reach at 232.
  await told.getByRole('button', { name: 'Stop at the edge of the reach (X232)' }).click()
  await expect(lineWith(page, 'G1 X232 Y20')).toBeVisible()
  await expect(told).toHaveCount(0)
  await expect(sign).toHaveCount(0)
  await editor(page).press('Control+z')
  await expect(lineWith(page, 'G1 X400 Y20')).toBeVisible()
})

test('what is left for the print stands beside what it expects', async ({ page }) => {
  await pasteOnShelf(page, 'M82\nG28\nM420 S1\nM140 S60\nM109 S205\nG1 E8 F300\nG1 E5 F1800\n')
  await lower(page, 'Ready to print?').click()
  const left = page.getByRole('region', { name: 'What is left' })
  const row = (name: string) =>
    left.getByRole('row').filter({ has: page.getByRole('rowheader', { name, exact: true }) })
  await expect(row('Filament counter')).toContainText('5.0 mm')
  await expect(row('Filament')).toContainText('3.0 mm back')
  await expect(row('Bed')).toContainText('on its way to 60 °C')
  await expect(row('Levelling')).toContainText('on')
  // With an error the verdict leads to it.
  await page.getByRole('button', { name: /^Not ready for the print: 1 error found/ }).click()
  await expect(findings(page).filter({ hasText: 'the filament counter is at 5 mm' })).toBeVisible()
})

test('what it costs, and where that could be less', async ({ page }) => {
  await pasteOnShelf(page, 'M83\nG28\nG29\nM190 S60\nM109 S205\n')
  await lower(page, 'Time and waste').click()
  const cost = page.getByRole('region', { name: 'Time and waste' })
  await expect(cost).toContainText('of the time of “small”')
  // Dunlin probes 25 points in 2.6 s each: 65 s.
  await expect(cost).toContainText('probing 1 min 5 s')
  await expect(cost.getByRole('listitem').filter({ hasText: 'saved mesh' })).toContainText('saves 1 min 5 s')
  // A grid of 4 × 4 has nine points less: 23.4 s.
  await expect(cost.getByRole('listitem').filter({ hasText: 'Probe 4 × 4' })).toContainText('saves 23 s')
  await cost
    .getByRole('listitem')
    .filter({ hasText: 'Heat both at once' })
    .getByRole('button', { name: 'Show it' })
    .click()
  await page.getByRole('button', { name: 'Apply' }).click()
  expect(await takenText(page)).toBe('M83\nG28\nG29\nM104 S160\nM190 S60\nM109 S205\n')
})

test('a finding is ignored with a reason, comes back when its line changes, and can be shown again', async ({
  page,
}) => {
  const text = 'G28\nM420 S1\nG1 Z0 F600\nG1 X100 F6000\nG1 Z5 F600\n'
  await pasteOnShelf(page, text)
  await expect(findings(page)).toContainText(['At this height the nozzle scrapes'])
  await page.getByRole('button', { name: 'Ignore “low-travel” on line 4' }).click()
  await page.getByLabel('Why it is fine here').fill('a paper lies there to be drawn on')
  await page.getByRole('button', { name: 'Show it' }).click()
  await page.getByRole('button', { name: 'Apply' }).click()
  await expect(page.getByText('Nothing found for small on Dunlin.')).toBeVisible()
  expect(await takenText(page)).toMatch(/\n;! ignore low-travel #\w{4}: a paper lies there to be drawn on\nG1 X100/)
  await page.getByText('1 finding ignored in this script').click()
  await expect(page.getByText('Ignored: a paper lies there to be drawn on')).toBeVisible()

  await lineWith(page, 'G1 X100 F6000').click({ position: { x: 90, y: 8 } })
  await page.keyboard.press('End')
  await page.keyboard.press('Backspace')
  await page.getByRole('button', { name: 'Let me change it' }).click()
  await editor(page).press('End')
  await page.keyboard.press('Backspace')
  await expect(findings(page)).toContainText(['At this height the nozzle scrapes'])
  await editor(page).press('Control+z')
  await page.getByText('1 finding ignored in this script').click()
  await page.getByRole('button', { name: 'Show again' }).click()
  await page.getByRole('button', { name: 'Apply' }).click()
  expect(await takenText(page)).toBe(text)
})

test('the checks are found, each with an example, and a finding leads to its own', async ({ page }) => {
  await page.goto('/checks')
  await page.getByLabel('Find a check').fill('purge area')
  const card = page.getByRole('article', { name: 'The purge is inside the print' })
  await expect(card).toContainText('purge-in-print-area')
  await expect(card.getByRole('listitem').filter({ hasText: 'here' })).toContainText('G1 Y120 E12 F1200')
  await expect(card).toContainText('For “whole bed” (196 × 196 mm)')

  await pasteOnShelf(page, 'G91\nG1 Z5 F600\n')
  await findings(page).first().getByRole('link', { name: 'why?' }).click()
  await expect(page.getByRole('article', { name: 'Relative positions are left on' })).toBeVisible()
})

test('the rehearsal is gone through by commands and played, and the ribbon folds and stays so', async ({ page }) => {
  await pasteOnShelf(page, 'G28\nM420 S1\nM190 S60\nM109 S205\nG92 E0\n')
  const head = playhead(page)
  await expect(head).toBeVisible()
  await head.press('Home')
  // G28, then M420, which takes no time.
  await page.keyboard.press('F2')
  await expect(head).toHaveAttribute('aria-valuetext', /line 1,/)
  const homed = Number(await head.getAttribute('aria-valuenow'))
  expect(homed).toBeGreaterThan(0)
  await page.keyboard.press('F2')
  await expect(head).toHaveAttribute('aria-valuetext', /line 2,/)
  await expect(head).toHaveAttribute('aria-valuenow', String(homed))
  await page.keyboard.press('Shift+F2')
  await expect(head).toHaveAttribute('aria-valuetext', /line 1,/)

  await page.keyboard.press('F4')
  await expect(page.getByRole('button', { name: /^Stop playing/ })).toBeVisible()
  await expect.poll(async () => Number(await head.getAttribute('aria-valuenow'))).toBeGreaterThan(homed)
  await page.keyboard.press('F4')
  const stopped = await head.getAttribute('aria-valuenow')
  await expect(page.getByRole('button', { name: /^Play the rehearsal/ })).toBeVisible()
  expect(await head.getAttribute('aria-valuenow')).toBe(stopped)

  await page.getByRole('button', { name: 'Fold the ribbon' }).click()
  const ribbon = page.getByRole('region', { name: /^Ribbon/ })
  await expect.poll(async () => (await ribbon.boundingBox())?.height).toBeLessThan(60)
  await page.reload()
  await page.getByRole('button', { name: 'Unfold the ribbon' }).click()
  await expect.poll(async () => (await ribbon.boundingBox())?.height).toBeGreaterThan(100)
})
