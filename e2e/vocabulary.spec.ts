// A vocabulary is taught by pasting, and a script taken away in its words and in plain numbers.
import { readFileSync } from 'node:fs'
import { expect } from '@playwright/test'
import { strFromU8, unzipSync } from 'fflate'
import { lineWith, pasteOnShelf } from './desk.ts'
import { test } from './served.ts'

const theirs = [
  'G28',
  'M420 S1',
  '<<when first_plate_temp(0) > 70>>',
  'M117 Hot bed',
  '<<end>>',
  'M190 S<<first_plate_temp(0)>>',
  'M109 S<<first_nozzle_temp(0)>>',
  'M117 <<mood_of_the_day>>',
]
  .join('\n')
  .replaceAll('<<', '{')
  .replaceAll('>>', '}')

test('a vocabulary is taught by pasting, and scripts are taken away in it', async ({ page }) => {
  await page.goto('/vocabularies')
  await page.getByLabel('A script as your slicer has it').fill('G28 ; nothing to learn')
  await page.getByRole('button', { name: 'Find its placeholders' }).click()
  await expect(page.getByRole('alert')).toContainText('no placeholders in brackets')
  await page.getByLabel('A script as your slicer has it').fill(theirs)
  await page.getByRole('button', { name: 'Find its placeholders' }).click()
  await expect(page.getByLabel('What first_plate_temp means')).toHaveValue('bed')
  await expect(page.getByLabel('What first_nozzle_temp means')).toHaveValue('nozzle')
  await expect(page.getByLabel('What mood_of_the_day means')).toHaveValue('')
  await expect(page.getByRole('region', { name: 'In our values' })).toContainText('M190 S@(bed of T0)')
  await expect(page.getByText('1 place to look at')).toBeVisible()
  // Signs and branch words can be said by hand, and the script is read by them at once.
  await page.getByText('Syntax').click()
  await page.getByLabel('Before a placeholder').fill('<')
  await expect(page.getByRole('region', { name: 'In our values' })).not.toContainText('@(bed of T0)')
  await page.getByLabel('Before a placeholder').fill('{')
  await page.getByLabel('End of a branch').fill('stop')
  await expect(page.getByRole('region', { name: 'In our values' })).toContainText('@(bed of T0)')
  await page.getByLabel('End of a branch').fill('end')
  await page.getByRole('button', { name: 'Save the vocabulary' }).click()
  await expect(page.getByRole('alert')).toContainText('A vocabulary needs a name')
  await page.getByLabel('Name').fill('Our own slicer')
  await page.getByRole('button', { name: 'Save the vocabulary' }).click()
  await expect(page.getByRole('button', { name: /^Our own slicer/ })).toContainText('3 words, with branches')

  await pasteOnShelf(
    page,
    ';? when bed > 70\nM117 Hot\n;? otherwise\nM117 Cool\n;? end\nG28\nM420 S1\nM190 S@bed\nM109 S@(nozzle of T0)\nG1 X@print_left F3000\n',
  )
  await expect(lineWith(page, 'M190')).toContainText('60 °C')
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('menuitem', { name: /^For one job/ }).click()
  const text = page.getByLabel('The exported script')
  // Dunlin's bed is 230 wide: a print of 40 in the middle begins at 95.
  await expect(text).toHaveValue('M117 Cool\nG28\nM420 S1\nM190 S60\nM109 S205\nG1 X95 F3000\n')
  // 10 + 4 + 8 + 9 + 10 + 13 signs, line ends among them.
  await expect(page.getByText(/^54 bytes, 6 lines/)).toBeVisible()
  await page.getByRole('combobox', { name: 'Written' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^with Our own slicer’s placeholders/ })
    .click()
  await expect(text).toHaveValue(
    '{when first_plate_temp > 70}\nM117 Hot\n{otherwise}\nM117 Cool\n{end}\nG28\nM420 S1\nM190 S{first_plate_temp}\nM109 S{first_nozzle_temp(0)}\nG1 X@print_left F3000\n',
  )
  await expect(page.getByRole('region', { name: 'Values without a placeholder' })).toContainText('line 10: @print_left')
  // Read back, `@print_left` is no number: it would not do the same, and is not handed over.
  const otherwise = page.getByRole('region', { name: 'Where it would do something different' })
  await expect(otherwise).toContainText('small, tall and full-bed: line 10')
  await expect(page.getByRole('button', { name: 'Save as a file' })).toBeDisabled()
  await page.getByLabel(/^Write missing values as numbers/).check()
  await expect(text).toHaveValue(/G1 X95 F3000\n$/)
  await expect(otherwise).toHaveCount(0)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a file' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('script (Our own slicer, small).gcode')

  // The whole of Dunlin's scripts at once.
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'All of Dunlin’s scripts (.zip)' }).click(),
  ])
  expect(zip.suggestedFilename()).toBe('Dunlin.zip')
  const files = unzipSync(readFileSync(await zip.path()))
  const anyMaterial = Object.entries(files).find(([name]) => name.includes('Any material'))
  expect(strFromU8(anyMaterial?.[1] ?? new Uint8Array())).toContain('M190 S{first_plate_temp}')
})

test('a script is taken away as a macro of a host, with the line that calls it', async ({ page }) => {
  await pasteOnShelf(
    page,
    ';= purge = 15 mm\nG28\n;? when bed > 70\nM117 Hot\n;? end\nM190 S@bed\nM83\nG1 E@purge F200\n',
  )
  await page.getByRole('combobox', { name: 'Printer' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Curlew/ })
    .click()
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('menuitem', { name: /^For one job/ }).click()
  await page.getByRole('combobox', { name: 'Written' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^as a macro for the config file/ })
    .click()
  const text = page.getByLabel('The exported script')
  await expect(text).toHaveValue(/\[gcode_macro PRELUDE_START\]/)
  await expect(text).toHaveValue(/\{% if bed > 70 %\}\n {2}M117 Hot\n {2}\{% endif %\}/)
  await expect(text).toHaveValue(/# PRELUDE_START BED=@bed\n/)
})
