// Edits that know what they touch: each shown first, applied as one step, and undone to the first byte.
import { expect, type Page, test } from '@playwright/test'
import { editor, lineWith, pasteOnShelf, takenText } from './desk.ts'

const pasted = [
  '; --- warm ---',
  'M140 S60M104 S205',
  'M190 S60 M109 S205 ; both',
  '',
  '; --- zero ---',
  'G28G29',
  '',
  '; --- purge ---',
  'M83',
  'G92 E0',
  'G1 X10 Y20 Z0,3 F3000',
  'G1 Y120 E12 F1200',
  'G1 X10.5',
  'G1 Y20 E12',
  'G1 Z2 F600',
  '',
].join('\r\n')

const outline = (page: Page) => page.getByRole('navigation', { name: 'Outline' })
const preview = (page: Page) => page.getByRole('region', { name: 'Preview' })
const ask = async (page: Page, passage: string, what: RegExp) => {
  await outline(page)
    .getByRole('button', { name: `What to do with ${passage}` })
    .click()
  await page.getByRole('menuitem', { name: what }).click()
}
const apply = async (page: Page) => {
  await expect(preview(page).getByText('Rehearsed:')).toBeVisible()
  await preview(page).getByRole('button', { name: 'Apply' }).click()
  await expect(preview(page)).toHaveCount(0)
}

test('repair a bad paste, put the probing to sleep, nudge the purge line 3 mm, and undo it all', async ({ page }) => {
  await pasteOnShelf(page, pasted)
  await page.getByRole('button', { name: 'Outline' }).click()

  await page.getByRole('button', { name: 'Tools' }).click()
  await page.getByRole('menuitem', { name: 'Repair what a paste did' }).click()
  await expect(preview(page)).toContainText('M104 S205')
  expect(await takenText(page)).toBe(pasted)
  await apply(page)
  await expect(lineWith(page, 'G29')).toContainText('Probes 25 points')

  await outline(page)
    .getByRole('button', { name: /^Probe the bed, line/ })
    .click()
  await expect(page.locator('.cm-chosen')).toContainText('G29')
  await ask(page, 'Probe the bed', /Put to sleep/)
  await apply(page)
  await expect(outline(page).getByRole('button', { name: /^Probe the bed.*asleep/ })).toBeVisible()
  await expect(lineWith(page, ';G29')).toContainText('Asleep')

  await ask(page, 'purge', /Nudge/)
  await preview(page).getByLabel('X', { exact: true }).fill('3')
  await expect(preview(page)).toContainText('G1 X13 Y20 Z0.3 F3000')
  await expect(page.locator('[data-after]')).toHaveCount(1)
  await preview(page).getByRole('button', { name: 'or arrow keys here' }).press('ArrowUp')
  await expect(preview(page)).toContainText('G1 X13 Y20.5 Z0.3 F3000')
  await preview(page).getByLabel('Y', { exact: true }).fill('0')
  await preview(page).getByLabel('X', { exact: true }).fill('-20')
  await expect(preview(page).getByRole('alert')).toContainText('beyond what the head can reach')
  await preview(page).getByLabel('X', { exact: true }).fill('3')
  await apply(page)
  const edited = pasted
    .replace('M140 S60M104', 'M140 S60\r\nM104')
    .replace('S60 M109', 'S60\r\nM109')
    .replace('G28G29', 'G28\r\n;G29')
    .replace('Z0,3', 'Z0.3')
    .replace('X10 ', 'X13 ')
    .replace('X10.5', 'X13.5')
  expect(await takenText(page)).toBe(edited)

  await editor(page).focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
  expect(await takenText(page)).toBe(pasted)
})

test('a passage is renamed, copied, moved and removed', async ({ page }) => {
  await pasteOnShelf(page, '; --- one ---\nG28\n\n; --- two ---\nG90\n')
  await page.getByRole('button', { name: 'Outline' }).click()
  await ask(page, 'one', /Rename/)
  await page.getByLabel('Heading').fill('Find zero first')
  await page.getByRole('button', { name: 'Show it' }).click()
  await apply(page)
  await ask(page, 'Find zero first', /Move down/)
  await apply(page)
  expect(await takenText(page)).toBe('; --- two ---\nG90\n\n; --- Find zero first ---\nG28\n')
  await ask(page, 'two', /Copy/)
  await apply(page)
  expect(await takenText(page)).toBe('; --- two ---\nG90\n\n; --- two ---\nG90\n\n; --- Find zero first ---\nG28\n')
  await ask(page, 'Find zero first', /Remove/)
  await apply(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(lineWith(page, 'G28')).toBeVisible()
  await ask(page, 'Find zero first', /Move down/)
  await expect(preview(page).getByRole('alert')).toHaveText('It is the last passage.')
  await preview(page).getByRole('button', { name: 'Leave it' }).click()
  await expect(preview(page)).toHaveCount(0)
})

test('filament is counted the other way with the same motion', async ({ page }) => {
  await pasteOnShelf(
    page,
    'M82\nG28\nM109 S205\nM420 S1\nG92 E0\nG1 X10 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 Y20 E24\nG92 E0\n',
  )
  await expect(page.getByText('24 mm')).toBeVisible()
  await page.getByRole('button', { name: 'Tools' }).click()
  await page.getByRole('menuitem', { name: 'Count filament from the last move' }).click()
  await apply(page)
  expect(await takenText(page)).toContain(
    'M83\nG28\nM109 S205\nM420 S1\nG92 E0\nG1 X10 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 Y20 E12\n',
  )
  await expect(page.getByText('24 mm')).toBeVisible()
})

test('a purge line is given another amount, bead, speed and edge', async ({ page }) => {
  const text =
    '; --- warm ---\nG28\nM420 S1\nM109 S205\n\n; --- purge ---\nM83\nG92 E0\nG1 X10 Y20 Z0.3 F3000\nG1 Y120 E12 F1200\nG1 Z2 F600\n'
  await pasteOnShelf(page, text)
  await page.getByRole('button', { name: 'Outline' }).click()
  await ask(page, 'purge', /Shape the purge/)
  await preview(page).getByLabel('Amount').fill('50')
  await expect(preview(page)).toContainText('G1 Y120 E6 F1200')
  // 0.25 mm² over 100 mm are 10.394 mm of 1.75 mm filament.
  await preview(page).getByLabel('Bead').fill('0.25')
  await expect(preview(page)).toContainText('G1 Y120 E10.394 F1200')
  await preview(page).getByLabel('Speed').fill('15')
  await expect(preview(page)).toContainText('G1 Y120 E12 F900')
  await preview(page).getByRole('button', { name: 'back' }).click()
  // Dunlin's bed is 210 mm deep: 10 mm from the left becomes 10 mm from the back.
  await expect(preview(page)).toContainText('G1 Y200 X20 Z0.3 F3000')
  await apply(page)
  expect(await takenText(page)).toBe(text.replace('X10 Y20', 'Y200 X20').replace('G1 Y120', 'G1 X120'))
})

test('a purge line is added from a form, made otherwise, and removed with its markers', async ({ page }) => {
  const text = 'M83\nG28\nM420 S1\nM109 S205\n'
  await pasteOnShelf(page, text)
  await page.getByRole('button', { name: 'Outline' }).click()
  await page.getByRole('button', { name: 'Add' }).click()
  await page.getByRole('menuitem', { name: /^Purge line/ }).click()
  await preview(page).getByLabel('Length').fill('100')
  await preview(page).getByLabel('Bead').fill('0.3')
  // Two strokes of 100 mm at 0.3 mm² are 24.9 mm of filament.
  await expect(preview(page)).toContainText('Pushes 24.9 mm of filament')
  await expect(page.locator('[data-after]')).toHaveCount(1)
  await apply(page)
  expect(await takenText(page)).toContain(
    `${text};@ purge-line edge=left strokes=2 inset=4 from=20 length=100 bead=0.3`,
  )
  await expect(
    page
      .getByText('Ready for the print: filament at zero, levelling on')
      .or(page.getByText('Nothing found for small on Dunlin.'))
      .first(),
  ).toBeVisible()

  await ask(page, 'Purge line', /Make it otherwise/)
  await preview(page).getByRole('button', { name: 'front' }).click()
  await expect(preview(page)).toContainText(';@ purge-line edge=front')
  await preview(page).getByLabel('Length').fill('400')
  await expect(preview(page).getByRole('alert')).toContainText('beyond what the head can reach')
  await preview(page).getByLabel('Length').fill('120')
  await apply(page)
  await expect(lineWith(page, ';@ purge-line edge=front')).toHaveCount(1)
  await ask(page, 'Purge line', /Remove/)
  await apply(page)
  expect(await takenText(page)).toBe(text)
})

test('probing is made not to drip', async ({ page }) => {
  await pasteOnShelf(page, 'M140 S60\nM190 S60\nM109 S205\nG28\nG29\n')
  await page.getByRole('button', { name: 'Tools' }).click()
  await page.getByRole('menuitem', { name: 'Probe without drips' }).click()
  await expect(preview(page)).toContainText('M109 S160')
  await preview(page).getByLabel('Then settle').fill('5')
  await expect(preview(page)).toContainText('G4 S5')
  await apply(page)
  expect(await takenText(page)).toBe(
    'M140 S60\nM190 S60\nM109 S160\nG28\nG29\nG1 Z10 F600\nG1 X2 Y2 F6000\nM109 S205\nG4 S5\n',
  )
})

test('a kept line is not changed by an edit', async ({ page }) => {
  await pasteOnShelf(page, '; --- go ---\nG28\n;! the camera waits here\nG1 X10 Y10 Z5 F3000\n')
  await page.getByRole('button', { name: 'Outline' }).click()
  await ask(page, 'go', /Nudge/)
  await expect(preview(page).getByRole('alert')).toHaveText('Line 4 is kept as it is: the camera waits here')
})

test('typing in a kept line asks first, and says why', async ({ page }) => {
  const text = 'G28\n;! the camera waits here\nG1 X10 Y10 Z5 F3000\n'
  await pasteOnShelf(page, text)
  await lineWith(page, 'G1 X10').click({ position: { x: 60, y: 8 } })
  await page.keyboard.press('End')
  await page.keyboard.press('Backspace')
  const question = page.getByRole('alert').filter({ hasText: 'Line 3 is kept as it is: the camera waits here' })
  await expect(question).toBeVisible()
  expect(await takenText(page)).toBe(text)
  await question.getByRole('button', { name: 'Keep it' }).click()
  await expect(question).toHaveCount(0)
  await editor(page).press('Control+Home')
  await page.keyboard.type('G90\n')
  await lineWith(page, 'G1 X10').click({ position: { x: 60, y: 8 } })
  await page.keyboard.press('End')
  await page.keyboard.press('Backspace')
  await page.getByRole('button', { name: 'Let me change it' }).click()
  await editor(page).press('End')
  await page.keyboard.press('Backspace')
  expect(await takenText(page)).toBe('G90\nG28\n;! the camera waits here\nG1 X10 Y10 Z5 F300\n')
})
