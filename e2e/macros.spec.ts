// What a printer keeps for its scripts to call: a host's config, a board's macro files, explained and rehearsed through.
import { expect, type Page } from '@playwright/test'
import { configOf, findings, lineWith, pasteOnShelf, stateOf } from './desk.ts'
import { printerLike } from './made.ts'
import { test } from './served.ts'

const onPrinter = async (page: Page, name: RegExp) => {
  await page.getByRole('combobox', { name: 'Printer' }).click()
  await page.getByRole('listbox').getByRole('option', { name }).click()
}

test('a host’s macros are pasted once, explained, and scripts that call them are rehearsed through them', async ({
  page,
}) => {
  await printerLike(page, 'Curlew', { name: 'Snipe' })
  await page.goto('/macros?printer=Snipe')
  await page.getByRole('button', { name: 'Change them' }).click()
  await page
    .getByLabel('Config file')
    .fill(
      '[gcode_macro WARM_UP]\ndescription: bed and nozzle\ngcode:\n  M190 S{params.BED|default(60)}\n  {% if params.NOZZLE is defined %}\n  M109 S{params.NOZZLE}\n  {% endif %}\n[gcode_macro LOOP]\ngcode:\n  LOOP\nhello\n',
    )
  await expect(page.getByRole('status')).toContainText('2 macros · Line 11: “hello” is neither a section nor a key')
  await page.getByRole('button', { name: 'Save the macros' }).click()
  const macro = page.getByRole('article', { name: 'WARM_UP' })
  await expect(macro.getByRole('row', { name: /params.NOZZLE is defined/ })).toContainText(
    'The lines up to its end run only when params.NOZZLE is defined.',
  )
  await page.getByRole('button', { name: 'LOOP' }).click()
  await expect(page.getByRole('article', { name: 'LOOP' })).toContainText('Runs the macro LOOP.')

  await pasteOnShelf(page, 'WARM_UP BED=50 NOZZLE=205\nLOOP\n')
  await onPrinter(page, /^Snipe/)
  await expect(lineWith(page, 'WARM_UP')).toContainText('Runs the macro WARM_UP (“bed and nozzle”): 2 commands')
  // This firmware is content 1 °C before the target.
  await expect(stateOf(page, 'Nozzle')).toHaveText('204 °C')
  await expect(findings(page).filter({ hasText: 'call each other without end (LOOP → LOOP)' })).toBeVisible()
  await page.getByRole('tab', { name: 'In the macros' }).click()
  const ran = page.getByRole('list', { name: 'What line 1 ran' })
  await expect(ran.getByRole('listitem')).toHaveCount(2)
  await expect(ran).toContainText('M109 S205')
})

test('a board’s macro files are kept, explained, and run with the letters they are called with', async ({ page }) => {
  await page.goto('/macros?printer=Avocet')
  await page.getByRole('button', { name: 'Change them' }).click()
  await page.getByLabel('Files from your computer').setInputFiles({
    name: 'stand.g',
    mimeType: 'text/plain',
    buffer: Buffer.from('if exists(param.S)\n  G4 S{param.S * 2}\nelse\n  abort "how long?"\n'),
  })
  await page.getByRole('button', { name: 'Add an empty file' }).click()
  await page
    .getByLabel(/^Name of file/)
    .last()
    .fill('STAND.g')
  await page.getByRole('button', { name: 'Save the macros' }).click()
  await expect(page.getByRole('alert')).toContainText('two macro files have the same name')
  await page.getByRole('button', { name: 'Leave it out' }).last().click()
  await page.getByRole('button', { name: 'Save the macros' }).click()
  await page.getByRole('button', { name: 'stand.g' }).click()
  await expect(page.getByRole('article', { name: 'stand.g' })).toContainText('Abort, with a reason')

  await pasteOnShelf(page, 'M98 P"stand.g" S4\nM98 P"sit.g"\n')
  await onPrinter(page, /^Avocet/)
  // Twice four seconds.
  await expect(lineWith(page, 'stand.g')).toContainText('Runs the file stand.g: 2 commands, 8 s.')
  await expect(page.getByRole('region', { name: 'Advice' })).toContainText('“sit.g” is not among this printer’s files')
})

test('what a macro asks and a rehearsal can’t know is told at its line, and given a number that the printer keeps', async ({
  page,
}) => {
  await printerLike(page, 'Curlew', { name: 'Smew' })
  await page.goto('/macros?printer=Smew')
  await page.getByRole('button', { name: 'Change them' }).click()
  const before = await configOf(page, 'Smew')
  const asking =
    '[gcode_macro SETTLE]\ngcode:\n  {% set air = printer["temperature_sensor case"].temperature|float %}\n  G4 P{air * 100}\n  G1 X{ 3 / 0 }\n  M117 settled\n'
  await page.getByLabel('Config file').fill(asking)
  await page.getByRole('button', { name: 'Save the macros' }).click()
  const macro = page.getByRole('article', { name: 'SETTLE' })
  await expect(macro.getByRole('row', { name: /set air/ })).toContainText('A rehearsal can’t know')
  await expect(macro.getByRole('row', { name: /3 \/ 0/ })).toContainText('It divides by zero.')
  await page.getByLabel('printer.temperature_sensor case.temperature').fill('35')
  await page.getByRole('button', { name: 'Save these numbers' }).click()
  await expect(macro.getByRole('row', { name: /set air/ })).not.toContainText('A rehearsal can’t know')

  await pasteOnShelf(page, 'SETTLE\n')
  await onPrinter(page, /^Smew/)
  await expect(
    findings(page).filter({ hasText: 'In the macro SETTLE, line 5 of the config: It divides by zero.' }),
  ).toBeVisible()
  await expect(findings(page).filter({ hasText: 'temperature_sensor' })).toHaveCount(0)

  await page.goto('/macros?printer=Smew')
  await page.getByRole('button', { name: 'Change them' }).click()
  await page.getByLabel('Config file').fill(before)
  await page.getByRole('button', { name: 'Save the macros' }).click()
  await expect(page.getByLabel('printer.temperature_sensor case.temperature')).toHaveValue('35')
  await page.getByLabel('printer.temperature_sensor case.temperature').fill('')
  await page.getByRole('button', { name: 'Save these numbers' }).click()
  await expect(page.getByRole('form', { name: 'What a rehearsal can’t know' })).toHaveCount(0)
})
