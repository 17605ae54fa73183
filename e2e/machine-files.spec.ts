// A printer’s config on the Desk: called with values, told at its own lines, its numbers a form, mended and saved like a script.
import { expect, type Page } from '@playwright/test'
import { editor, findings, lineWith } from './desk.ts'
import { made, printerLike, printerNamed } from './made.ts'
import { test } from './served.ts'

type Shelf = { printers: { id: number; printer: { name: string }; files: { id: number; file: string }[] }[] }

async function fileOf(page: Page, printerId: number, file: string): Promise<number> {
  const shelf: Shelf = await (await page.request.get('/api/shelf')).json()
  const found = shelf.printers.find(({ id }) => id === printerId)?.files.find(each => each.file === file)
  if (!found) throw new Error(`no ${file}`)
  return found.id
}
const called = (page: Page) => page.getByRole('region', { name: 'Called with' })

test('a macro is opened on the Desk from its list, called with the job’s values, and its branches say why', async ({
  page,
}) => {
  await page.goto('/macros?printer=Curlew')
  await page.getByRole('navigation', { name: 'Macros of this printer' }).getByText('MESH_FOR_HEAT').click()
  await page.getByRole('link', { name: 'Open on the Desk' }).click()
  await expect(called(page).getByRole('combobox')).toHaveValue('MESH_FOR_HEAT')
  await expect(called(page).getByLabel('BED')).toHaveValue('60')
  await expect(page.getByText('Runs: bed 60 < hot_bed 90.').first()).toBeVisible()
  await called(page).getByLabel('BED').fill('100')
  await called(page).getByLabel('BED').press('Enter')
  await expect(
    page.getByText('Not run this time, because this is not true: bed 100 < hot_bed 90.').first(),
  ).toBeVisible()
  // What it was called with is remembered.
  await page.goto(page.url().replace(/\?.*/, ''))
  await expect(called(page).getByLabel('BED')).toHaveValue('100')
})

test('a number in the block at the top changes two macros at once, and is saved as a revision with a note', async ({
  page,
}) => {
  const printer = await printerLike(page, 'Curlew', { name: 'Numbers of Curlew' })
  const [numbers, macros] = [await fileOf(page, printer, 'numbers.cfg'), await fileOf(page, printer, 'macros.cfg')]
  await page.goto(`/desk/${numbers}`)
  await expect(called(page).getByRole('combobox')).toHaveValue('PRELUDE')
  await expect(page.getByText('PRELUDE and PURGE_FRONT read it as purge_x: 20.')).toBeVisible()
  const outcome = page.getByText(/mm extruded/)
  await expect(outcome).toContainText('15 mm extruded')
  const form = page.getByRole('form', { name: 'Numbers of this config' })
  await form.getByLabel('purge mm').fill('18')
  await form.getByLabel('purge x').fill('40')
  await expect(outcome).toContainText('18 mm extruded')
  // What it does to every macro that reads it.
  await expect(form.getByRole('list', { name: 'What the change does' })).toContainText(/PURGE_FRONT: .*15 → 18 mm/)
  await expect(lineWith(page, 'variable_purge_x: 40')).toBeVisible()
  await page.getByRole('button', { name: 'Other ways to save it' }).click()
  await page.getByRole('menuitem', { name: 'Save with a note…' }).click()
  await page.getByRole('dialog').getByLabel('Note').fill('More filament, farther in')
  await page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved just now')).toBeVisible()

  // Both macros have it.
  await page.goto(`/desk/${macros}`)
  await expect(page.getByText(/Moves to X 40 and Y 2\u00a0mm/).first()).toBeVisible()
  await expect(page.getByText(/mm extruded/)).toContainText('18 mm extruded')
  // What a template's line ran as is told for the line that is chosen.
  await lineWith(page, 'M140 S{bed}').click()
  await expect(page.getByText('Ran as M140 S60')).toBeVisible()
  await page.goto(`/history/${numbers}`)
  await expect(page.getByText('More filament, farther in').first()).toBeVisible()
})

test('a finding inside a macro stands at its line, and is mended there', async ({ page }) => {
  const printer = await printerLike(page, 'Curlew', { name: 'Mend of Curlew' })
  const { data } = await printerNamed(page, 'Mend of Curlew')
  const macros = data.configFiles.find(({ name }) => name === 'macros.cfg')?.text
  const spoiled = macros?.replace('  G28\n', '').replace('  G28 Z\n', '')
  const configFiles = data.configFiles.map(file => (file.name === 'macros.cfg' ? { ...file, text: spoiled } : file))
  expect((await page.request.put(`/api/printers/${printer}`, { data: { ...data, configFiles } })).status()).toBe(200)
  await page.goto(`/desk/${await fileOf(page, printer, 'macros.cfg')}`)
  // Another test may just have given Curlew a macro that comes before it.
  await called(page).getByRole('combobox').selectOption('PRELUDE')
  await expect(called(page).getByRole('combobox')).toHaveValue('PRELUDE')
  const unhomed = findings(page)
    .filter({ hasText: /^[^.]*Moves [^.]* before homing/ })
    .first()
  await expect(unhomed).toBeVisible()
  await unhomed.getByRole('button', { name: 'Show fix' }).click()
  await page.getByRole('region', { name: 'Preview' }).getByRole('button', { name: 'Apply' }).click()
  await expect(findings(page).filter({ hasText: /^[^.]*Moves [^.]* before homing/ })).toHaveCount(0)
  // It stands as far to the right as the template's other lines.
  const text = await editor(page).innerText()
  expect(text).toMatch(/\n {2}G28\n/)
})

test('a macro file is opened as the machine calls it, and goes back and forth with its printer', async ({ page }) => {
  const printer = await printerLike(page, 'Avocet', { name: 'Files of Avocet' })
  await page.goto('/')
  const card = page.getByRole('region', { name: 'Files of Avocet' })
  await card.getByText('more', { exact: false }).last().click()
  await card.getByRole('link', { name: 'brush.g' }).click()
  await expect(called(page)).toContainText('brush.g')
  await expect(page.getByText(/It runs 3 times/).first()).toBeVisible()
  await called(page).getByRole('textbox', { name: 'R', exact: true }).fill('5')
  await called(page).getByRole('textbox', { name: 'R', exact: true }).press('Enter')
  await expect(page.getByText(/It runs 5 times/).first()).toBeVisible()
  expect(await fileOf(page, printer, 'brush.g')).toBeGreaterThan(0)
})

test('a script becomes a macro of its printer and the line that calls it, and is written out again', async ({
  page,
}) => {
  const printer = await printerLike(page, 'Curlew', { name: 'Holder of Curlew' })
  const text = 'G90\nM83\nM140 S@bed\nG28\nM190 S@bed\nBED_MESH_CALIBRATE\nM109 S@nozzle\n'
  const kept = await made(page, '/scripts', { name: 'Into the config', printerId: printer, moment: 'start', text })
  await page.goto(`/desk/${kept}`)
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('menuitem', { name: /For one job/ }).click()
  const dialog = page.getByRole('dialog', { name: 'Export' })
  await page.getByRole('combobox', { name: 'Written' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^as a macro for the config file/ })
    .click()
  await dialog.getByRole('button', { name: 'Put it into Holder of Curlew' }).click()
  const preview = page.getByRole('region', { name: 'Preview' })
  await expect(preview).toContainText('Call it from here')
  await preview.getByRole('button', { name: 'Apply' }).click()
  await expect(lineWith(page, 'M190')).toHaveCount(0)
  await expect(page.getByText(/Runs the macro/).first()).toBeVisible()
  // It is in the file that has most of the macros.
  const { data } = await printerNamed(page, 'Holder of Curlew')
  const macros = data.configFiles.find(({ name }) => name === 'macros.cfg')?.text
  expect(macros).toContain('M190 S')

  await page.getByRole('button', { name: 'Tools' }).click()
  await page.getByRole('menuitem', { name: 'Replace macro calls by their lines' }).click()
  await preview.getByRole('button', { name: 'Apply' }).click()
  await expect(lineWith(page, 'M190 S60')).toHaveCount(1)
})
