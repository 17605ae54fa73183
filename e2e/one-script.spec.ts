// One script for every job, the whole way: words are taught, the script is run against many jobs, mended, and taken away in
// every form; each form, read back, comes to the same rehearsal.
import { expect, type Page } from '@playwright/test'
import { configOf, findings, lineWith, pasteOnShelf } from './desk.ts'
import { test } from './served.ts'

/** Right for every job but hot tall ones, for which it goes beside the bed farther than the head reaches. */
const script = [
  ';= purge = 15 mm from 8 to 40   extruded along the front',
  'G90',
  'M83',
  'T@first_tool',
  'M140 S@bed',
  'M104 S@ooze_safe',
  'G28',
  'M190 S@bed',
  ';? when bed > 70 and top > 100',
  'G1 X-900 Y20 Z10 F6000',
  ';? otherwise',
  'M117 Ready',
  ';? end',
  'M109 S@nozzle',
  'G1 X40 Y3 Z0.3 F3000',
  'G1 X120 E@purge F1000',
  'G92 E0',
  'G1 Z5 F600',
  '',
].join('\n')

const theirs = 'M190 S%bed_temperature_first%\nM109 S%nozzle_temperature_first%\nM104 S%nozzle_ooze_safe%\nM117 %mood%'

const choose = async (page: Page, name: string, option: RegExp) => {
  await page.getByRole('combobox', { name, exact: true }).click()
  await page.getByRole('listbox').getByRole('option', { name: option }).click()
}

/** How long it takes and what it pushes, as the Desk says it. */
const outcome = (page: Page): Promise<string> =>
  page
    .getByRole('region', { name: 'Outcome' })
    .locator('> *')
    .evaluateAll(parts =>
      parts
        .slice(0, -1)
        .map(part => part.textContent)
        .join(' | '),
    )

async function takenIn(page: Page, form: RegExp): Promise<string> {
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('menuitem', { name: /^For one job/ }).click()
  await choose(page, 'Written', form)
  await expect(page.getByText(/bytes, \d+ lines/)).toBeVisible()
  const text = await page.getByLabel('The exported script').inputValue()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  return text
}

const callIn = (text: string): string => /Called from a script of ours with:\n[#;] (.+)/.exec(text)?.[1] ?? 'no call'

/** Keeps macros for a printer, and puts back what it had when the test is done with them. */
async function keepMacros(page: Page, printer: string, label: string | RegExp, text: string): Promise<string> {
  await page.goto(`/macros?printer=${printer}`)
  await page.getByRole('button', { name: 'Change them' }).click()
  const field = page.getByLabel(label).last()
  const before = label === 'Config file' ? await configOf(page, printer) : await field.inputValue()
  await field.fill(text)
  await page.getByRole('button', { name: 'Save the macros' }).click()
  await expect(page.getByRole('button', { name: 'Save the macros' })).toHaveCount(0)
  return before
}

/** Kept for Avocet under this name; gives its number. */
async function keptForAvocet(page: Page, text: string, name: string): Promise<string | undefined> {
  await pasteOnShelf(page, text)
  await choose(page, 'Printer', /^Avocet/)
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await page.getByLabel('Name').fill(name)
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name })).toBeVisible()
  return page.url().split('/').at(-1)
}

test('one script is proven for many jobs, and mended', async ({ page }) => {
  // Run against every shape, material and set of Avocet’s tools.
  const id = await keptForAvocet(page, script, 'Along the front')
  const runAll = async () => {
    await page.goto(`/runs?script=${id}`)
    await choose(page, 'Against', /^Everything combined/)
    await page.getByRole('button', { name: /^Rehearse \d{2,} runs$/ }).click()
    await expect(page.getByText(/^in \d+\.\d s$/)).toBeVisible({ timeout: 30_000 })
  }
  await runAll()
  // 7 shapes × the materials × (5 tools alone, the first two, all five): 147 of three materials; the tall hot ones fail.
  await expect(page.getByText(/^\d+ runs of \d{3} would go wrong/)).toBeVisible()
  const worst = page.getByRole('region', { name: 'Results' }).getByRole('row').nth(1)
  await expect(worst).toContainText(/tall, /)
  await worst.getByRole('button').first().click()
  await expect(findings(page).first()).toContainText('line 10')
  await lineWith(page, 'G1 X-900').click({ position: { x: 60, y: 8 } })
  await page.keyboard.press('Home')
  await page.keyboard.press('Shift+End')
  await page.keyboard.type('G1 X4 Y20 Z10 F6000')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved just now')).toBeVisible()
  await runAll()
  await expect(page.getByText(/^No (problems|errors)/)).toBeVisible()
  await expect(page.getByText(/would go wrong/)).toHaveCount(0)
})

test('one script is read back the same from every form', async ({ page }) => {
  await page.goto('/vocabularies')
  await page.getByLabel('A script as your slicer has it').fill(theirs)
  await page.getByRole('button', { name: 'Find its placeholders' }).click()
  await page.getByLabel('What bed_temperature_first means').selectOption('bed')
  await page.getByLabel('What nozzle_temperature_first means').selectOption('nozzle')
  await page.getByLabel('What nozzle_ooze_safe means').selectOption('ooze_safe')
  await page.getByLabel('Name').fill('The quiet slicer')
  await page.getByRole('button', { name: 'Save the vocabulary' }).click()
  await expect(page.getByRole('button', { name: /^The quiet slicer/ })).toContainText('without branches')

  const id = await keptForAvocet(
    page,
    script.replace(/^G1 X-900.*$/m, 'G1 X4 Y20 Z10 F6000'),
    'Along the front, mended',
  )

  const openIt = async (printer: RegExp) => {
    await page.goto(`/desk/${id}`)
    await expect(lineWith(page, 'G1 X4 Y20')).toBeVisible()
    await choose(page, 'Printer', printer)
    await expect.poll(() => outcome(page)).toContain('15 mm extruded')
  }
  const onDesk = async (text: string, printer: RegExp) => {
    await pasteOnShelf(page, text)
    await choose(page, 'Printer', printer)
  }
  await openIt(/^Avocet/)
  const before = await outcome(page)

  // Plain numbers.
  const plain = await takenIn(page, /^in plain numbers/)
  expect(plain).not.toContain('@')
  await onDesk(plain, /^Avocet/)
  await expect.poll(() => outcome(page)).toBe(before)

  // A vocabulary without branches: what it can't say is decided for the job; its words are read back into our values.
  await openIt(/^Avocet/)
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('menuitem', { name: /^For one job/ }).click()
  await choose(page, 'Written', /^with The quiet slicer’s placeholders/)
  await expect(page.getByRole('region', { name: 'Values without a placeholder' })).toContainText('line 9')
  await page.getByLabel(/^Write missing values as numbers/).check()
  const text = page.getByLabel('The exported script')
  await expect(text).toHaveValue(/M190 S%bed_temperature_first%\nM117 Ready\nM109/)
  const inWords = await text.inputValue()
  await page.goto('/vocabularies')
  await page.getByRole('button', { name: /^The quiet slicer/ }).click()
  await page.getByLabel('A script with these placeholders').fill(inWords)
  await expect(page.getByRole('region', { name: 'In our values' })).toContainText('everything has a placeholder')
  await page.getByRole('button', { name: 'Open this script on the Desk' }).click()
  await expect(lineWith(page, 'M190 S@bed')).toBeVisible()
  await choose(page, 'Printer', /^Avocet/)
  await expect.poll(() => outcome(page)).toBe(before)

  // Macro files for the board's card.
  await openIt(/^Avocet/)
  const file = await takenIn(page, /^as macro files/)
  expect(file).toContain('if (var.bed > 70) && (var.top > 100)')
  await page.goto('/macros?printer=Avocet')
  await page.getByRole('button', { name: 'Change them' }).click()
  await page
    .getByLabel('Files from your computer')
    .setInputFiles({ name: 'prelude-start.g', mimeType: 'text/plain', buffer: Buffer.from(file) })
  await page.getByRole('button', { name: 'Save the macros' }).click()
  await expect(page.getByRole('button', { name: 'prelude-start.g' })).toBeVisible()
  await onDesk(`${callIn(file)}\n`, /^Avocet/)
  await expect.poll(() => outcome(page)).toBe(before)

  // A macro for a host's config, on a printer that has one.
  await openIt(/^Curlew/)
  await expect.poll(() => outcome(page)).not.toBe(before)
  const onHost = await outcome(page)
  const config = await takenIn(page, /^as a macro for the config file/)
  expect(config).toContain('{% if (bed > 70) and (top > 100) %}')
  const kept = await keepMacros(page, 'Curlew', 'Config file', config)
  await onDesk(`${callIn(config)}\n`, /^Curlew/)
  await expect.poll(() => outcome(page)).toBe(onHost)
  await keepMacros(page, 'Curlew', 'Config file', kept)
})
