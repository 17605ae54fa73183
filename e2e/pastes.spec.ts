// What people paste: a broken paste repaired, placeholders confirmed, a maker's commands taught, a config taken to its place.
import { expect } from '@playwright/test'
import { findings, lineWith, pasteOnShelf, takenText } from './desk.ts'
import { printerNamed, thingsOf } from './made.ts'
import { test } from './served.ts'

test('commands behind a semicolon are put on lines of their own', async ({ page }) => {
  await pasteOnShelf(page, 'M140 S60 ; bed G28 ; home M420 S1 ; mesh M190 S60 ; wait M109 S205 ; nozzle\n')
  await expect(findings(page).first()).toContainText('4 commands in the comment of this line')
  await expect(page.getByRole('region', { name: 'Outcome' })).toContainText('Not ready for the print: ')
  await findings(page).first().getByRole('button', { name: 'Show fix' }).click()
  const preview = page.getByRole('region', { name: 'Preview' })
  await expect(preview).toContainText('Fixes Commands inside a comment')
  await preview.getByRole('button', { name: 'Apply' }).click()
  expect(await takenText(page)).toBe(
    'M140 S60 ; bed\nG28 ; home\nM420 S1 ; mesh\nM190 S60 ; wait\nM109 S205 ; nozzle\n',
  )
  await expect(page.getByText('Nothing found for small on Dunlin.')).toBeVisible()
})

test('placeholders are rehearsed at once, confirmed, and then known', async ({ page, request }) => {
  await pasteOnShelf(page, 'G28\nM420 S1\nM190 S<plate_heat_first>\nM109 S<hotend_heat_first>\nG1 Z9 F<lift_pace>\n')
  await expect(lineWith(page, 'M190')).toContainText('60 °C')
  await expect(page.getByRole('region', { name: 'Advice' })).toContainText('placeholders of a slicer')
  await page.getByRole('button', { name: 'Confirm them…' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByLabel('What plate_heat_first means')).toHaveValue('bed')
  await dialog.getByLabel('Number for lift_pace').fill('600')
  await dialog.getByRole('button', { name: 'Confirm 3 placeholders' }).click()
  await expect(dialog).toHaveCount(0)
  await expect(page.getByRole('region', { name: 'Advice' }).filter({ hasText: 'placeholder' })).toHaveCount(0)
  // 600 mm/min are 10 mm/s.
  await expect(lineWith(page, 'G1 Z9')).toContainText('10 mm/s')
  const mine = (await thingsOf(page)).vocabularies.find(
    ({ data }: { data: { name: string } }) => data.name === 'Placeholders of Dunlin’s slicer',
  )
  expect(mine).toBeDefined()
  expect((await request.delete(`/api/vocabularies/${mine?.id}`)).ok()).toBe(true)
})

test('a maker’s own commands are taught all at once, and kept with the printer', async ({ page, request }) => {
  const turnstone = await printerNamed(page, 'Turnstone')
  await pasteOnShelf(page, 'G28\nM9601 S1 ; light on\nM9602 ; wipe on the brush, 15 s\nM9603.2 ; set the current\n')
  await page.getByRole('combobox', { name: 'Printer', exact: true }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Turnstone/ })
    .click()
  const unknown = findings(page).filter({ hasText: 'M9601 (line 2), M9602 (line 3) and M9603.2 (line 4)' })
  await unknown.getByRole('button', { name: 'Teach them…' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByLabel('What M9601 does')).toHaveValue('light-sound-fan')
  await expect(dialog.getByLabel('Seconds that M9602 takes')).toHaveValue('15')
  await dialog.getByRole('button', { name: 'Teach 3 commands' }).click()
  await expect(dialog).toHaveCount(0)
  await expect(unknown).toHaveCount(0)
  await expect(lineWith(page, 'M9602')).toContainText('Wipe on the brush, 15 s')
  await page.getByRole('combobox', { name: 'Printer', exact: true }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Dunlin/ })
    .click()
  await expect(unknown).toHaveCount(1)
  expect((await request.put(`/api/printers/${turnstone.id}`, { data: turnstone.data })).ok()).toBe(true)
})

test('a host’s config that is pasted as a script goes to Macros', async ({ page }) => {
  await pasteOnShelf(
    page,
    '[printer]\nkinematics: cartesian\nmax_velocity: 300\n\n[gcode_macro TIDY_UP]\ngcode:\n  G28\n',
  )
  await page.getByRole('button', { name: 'Put it under Macros' }).click()
  // It stands behind what the printer has, which is long: only what is seen of it is drawn.
  await page.getByLabel(/^Config file/).press('Control+End')
  await expect(page.getByLabel(/^Config file/)).toContainText('TIDY_UP')
})
