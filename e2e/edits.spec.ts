// Edits that know what they touch: each shown first, applied as one step, and undone to the first byte.
import { expect, type Page } from '@playwright/test'
import { editor, lineWith, pasteOnShelf, takenText } from './desk.ts'
import { test } from './served.ts'

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
    .getByRole('button', { name: `What to do with ${passage}`, exact: true })
    .click()
  await page.getByRole('menuitem', { name: what }).click()
}
const apply = async (page: Page) => {
  await expect(preview(page).getByText('Rehearsed:')).toBeVisible()
  await preview(page).getByRole('button', { name: 'Apply' }).click()
  await expect(preview(page)).toHaveCount(0)
}

test('repair a bad paste, comment out the probing, nudge the purge line 3 mm, add a purge by the print, and undo it all', async ({
  page,
}) => {
  await pasteOnShelf(page, pasted)
  await page.getByRole('button', { name: 'Outline' }).click()

  await page.getByRole('button', { name: 'Tools' }).click()
  await page.getByRole('menuitem', { name: 'Repair a damaged paste' }).click()
  await expect(preview(page)).toContainText('M104 S205')
  expect(await takenText(page)).toBe(pasted)
  await apply(page)
  await expect(lineWith(page, 'G29')).toContainText('Probes 25 points')

  await outline(page)
    .getByRole('button', { name: /^Probe the bed, line/ })
    .click()
  await expect(page.locator('.cm-chosen')).toContainText('G29')
  await ask(page, 'Probe the bed', /Comment out/)
  await apply(page)
  await expect(outline(page).getByRole('button', { name: /^Probe the bed.*commented out/ })).toBeVisible()
  await expect(lineWith(page, ';G29')).toContainText('Commented out')

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

  await page.getByRole('button', { name: 'Add' }).click()
  await page.getByRole('menuitem', { name: /^Purge by the print/ }).click()
  await preview(page).getByRole('button', { name: 'zigzag' }).click()
  await preview(page).getByLabel('Rows').fill('2')
  await expect(preview(page)).toContainText(';@ purge-by-print pattern=zigzag')
  // Two rows of 40 mm and a step of one bead, 1.06 mm wide.
  await expect(preview(page)).toContainText('Lays 81.1 mm, bead 0.3 mm²')
  await apply(page)
  await expect(outline(page).getByRole('button', { name: /^Purge by the print/ })).toBeVisible()
  expect(await takenText(page)).toContain(';? when print_front - bed_front >= 7.1')

  await editor(page).focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z')
  expect(await takenText(page)).toBe(pasted)
})

test('a passage is renamed, copied, moved and removed', async ({ page }) => {
  await pasteOnShelf(page, '; --- one ---\nG28\n\n; --- two ---\nG90\n')
  await page.getByRole('button', { name: 'Outline' }).click()
  await ask(page, 'one', /Rename/)
  await page.getByLabel('Heading').fill('Home first')
  await page.getByRole('button', { name: 'Show it' }).click()
  await apply(page)
  await ask(page, 'Home first', /Move down/)
  await apply(page)
  expect(await takenText(page)).toBe('; --- two ---\nG90\n\n; --- Home first ---\nG28\n')
  await ask(page, 'two', /Copy/)
  await apply(page)
  expect(await takenText(page)).toBe('; --- two ---\nG90\n\n; --- two ---\nG90\n\n; --- Home first ---\nG28\n')
  await ask(page, 'Home first', /Remove/)
  await apply(page)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(lineWith(page, 'G28')).toBeVisible()
  await ask(page, 'Home first', /Move down/)
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
  await page.getByRole('menuitem', { name: 'Use relative extrusion' }).click()
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
  // It opens as the purge is: nothing would change.
  await expect(preview(page).getByLabel('Amount')).toHaveValue('100')
  await expect(preview(page)).not.toContainText('G1 Y120 E')
  await preview(page).getByLabel('Amount').fill('50')
  await expect(preview(page)).toContainText('G1 Y120 E6 F1200')
  // 0.25 mm² over 100 mm are 10.394 mm of 1.75 mm filament.
  await preview(page).getByLabel('Bead').fill('0.25')
  await expect(preview(page)).toContainText('G1 Y120 E10.394 F1200')
  await preview(page).getByLabel('Speed').fill('15')
  await expect(preview(page)).toContainText('G1 Y120 E10.394 F900')
  await preview(page).getByRole('button', { name: 'back', exact: true }).click()
  // Dunlin's bed is 210 mm deep: 10 mm from the left becomes 10 mm from the back.
  await expect(preview(page)).toContainText('G1 Y200 X20 Z0.3 F3000')
  await apply(page)
  expect(await takenText(page)).toBe(
    text.replace('X10 Y20', 'Y200 X20').replace('G1 Y120 E12 F1200', 'G1 X120 E10.394 F900'),
  )
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
  await expect(preview(page)).toContainText('extrudes 24.9 mm of filament')
  await expect(page.locator('[data-after]')).toHaveCount(1)
  await apply(page)
  expect(await takenText(page)).toContain(
    `${text};@ purge-line edge=left strokes=2 inset=4 from=20 length=100 starts=near measure=bead bead=0.3`,
  )
  await expect(
    page
      .getByText('Ready for the print: filament at zero, levelling on')
      .or(page.getByText('Nothing found for small on Dunlin.'))
      .first(),
  ).toBeVisible()

  await ask(page, 'Purge line', /Change its numbers/)
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
  await page.getByRole('menuitem', { name: 'Probe without ooze' }).click()
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
  await question.getByRole('button', { name: 'Leave it' }).click()
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

test('a number becomes a setting, on the lines where it means the same', async ({ page }) => {
  await pasteOnShelf(page, 'G28\nM104 S205\nM109 S205\nM140 S60\n')
  await lineWith(page, 'M104').click({ position: { x: 62, y: 8 } })
  await page.getByRole('button', { name: 'Name S205…' }).click()
  await preview(page).getByLabel('Name').fill('heat')
  await preview(page).getByLabel('Note').fill('first layer')
  await expect(preview(page)).toContainText(';= heat = 205 °C   first layer')
  await preview(page)
    .getByRole('checkbox', { name: /line 3/ })
    .uncheck()
  await expect(preview(page)).not.toContainText('M109 S@heat')
  await preview(page)
    .getByRole('checkbox', { name: /line 3/ })
    .check()
  await apply(page)
  expect(await takenText(page)).toBe(';= heat = 205 °C   first layer\nG28\nM104 S@heat\nM109 S@heat\nM140 S60\n')
  await expect(lineWith(page, 'M109 S@heat')).toContainText('Waits for the nozzle: 205 °C')
})

test('a purge line is dragged on the bed', async ({ page }) => {
  const text = '; --- purge ---\nG28\nM83\nG1 X50 Y50 Z0.3 F3000\nG1 X150 E12 F1200\n'
  await pasteOnShelf(page, text)
  await page.getByRole('button', { name: 'Outline' }).click()
  await ask(page, 'purge', /Nudge/)
  await expect(page.getByText('Drag on the bed to nudge it')).toBeVisible()
  const bed = page.getByRole('region', { name: 'The bed from above' }).getByRole('img', { name: /^The bed of/ })
  const box = await bed.boundingBox()
  if (!box) throw new Error('the bed is not drawn')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 20, y, { steps: 5 })
  await page.mouse.up()
  const shift = Number(await preview(page).getByLabel('X', { exact: true }).inputValue())
  // While it is dragged a pixel is no more than 0.25 mm: twenty are no more than 5 mm, beside the 1 mm that it began with.
  expect(shift).toBeGreaterThan(3)
  expect(shift).toBeLessThanOrEqual(6)
  await apply(page)
  expect(await takenText(page)).toBe(text.replace('X50', `X${50 + shift}`).replace('X150', `X${150 + shift}`))
})

test('lines of a made passage ask before they are typed in, and become ordinary text', async ({ page }) => {
  const made = ';@ heat-soak minutes=1 warm=ignored\nM117 Bed settles: 1 min\nG4 S60\n;@ end heat-soak\n'
  await pasteOnShelf(page, made)
  await lineWith(page, 'G4 S60').click({ position: { x: 62, y: 8 } })
  await page.keyboard.press('End')
  await page.keyboard.type('0')
  const question = page.getByRole('alert').filter({ hasText: 'These lines are made' })
  await expect(question).toContainText('from the numbers of “Heat soak” in line 1')
  expect(await takenText(page)).toBe(made)
  await question.getByRole('button', { name: 'Make them ordinary text' }).click()
  await lineWith(page, 'G4 S60').click({ position: { x: 62, y: 8 } })
  await page.keyboard.press('End')
  await page.keyboard.type('0')
  expect(await takenText(page)).toBe('M117 Bed settles: 1 min\nG4 S600\n')
})

test('a made passage whose numbers were changed is made again', async ({ page }) => {
  await pasteOnShelf(page, ';@ heat-soak minutes=2 warm=ignored\nM117 Bed settles: 1 min\nG4 S60\n;@ end heat-soak\n')
  await page.getByRole('button', { name: 'Make it again' }).click()
  await apply(page)
  expect(await takenText(page)).toContain('M117 Bed settles: 2 min\nG4 S60\nM117 Bed settles: 1 min\nG4 S60\n')
})

test('a passage folds and unfolds, by mouse and by keyboard', async ({ page }) => {
  await pasteOnShelf(page, '; --- one ---\nG28\nG90\n\n; --- two ---\nG91\n')
  await page.locator('.cm-foldGutter span', { hasText: '▾' }).first().click()
  await expect(lineWith(page, 'G28')).toHaveCount(0)
  await page.getByRole('button', { name: '2 lines folded' }).click()
  await expect(lineWith(page, 'G28')).toBeVisible()
  await lineWith(page, '; --- two').click({ position: { x: 30, y: 8 } })
  await page.keyboard.press('Control+Shift+BracketLeft')
  await expect(lineWith(page, 'G91')).toHaveCount(0)
  await page.keyboard.press('Control+Shift+BracketRight')
  await expect(lineWith(page, 'G91')).toBeVisible()
})
