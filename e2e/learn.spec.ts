// A printer made from nothing but the files that it has: dropped, pasted, answered, taken whole or field by field.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect } from '@playwright/test'
import { editor, pasteOnShelf } from './desk.ts'
import { printerLike, printerNamed } from './made.ts'
import { test } from './served.ts'

const machine = (...names: string[]): string[] =>
  names.map(name => join(import.meta.dirname ?? '', '../demo/machines', name))

test('dropped config files make a printer that its scripts are rehearsed on, and each field says where it comes from', async ({
  page,
}) => {
  await page.goto('/')
  const files = machine('curlew/printer.cfg', 'curlew/numbers.cfg', 'curlew/macros.cfg').map(path => ({
    name: path.slice(path.lastIndexOf('/') + 1),
    text: readFileSync(path, 'utf8'),
  }))
  // Dropped anywhere: several files at once tell of a machine.
  await expect(page.getByRole('heading', { name: 'The shelf' })).toBeVisible()
  await page.evaluate(dropped => {
    const data = new DataTransfer()
    for (const { name, text } of dropped) data.items.add(new File([text], name))
    for (const type of ['dragover', 'drop'])
      document.body.dispatchEvent(new DragEvent(type, { dataTransfer: data, bubbles: true, cancelable: true }))
  }, files)
  await expect(page.getByRole('heading', { name: 'Learn a printer' })).toBeVisible()
  const told = page.getByRole('region', { name: 'What the files say' })
  await expect(told.getByRole('row', { name: /Reach along X/ })).toContainText('-2 to 302 mm')
  await expect(told.getByRole('row', { name: /Reach along X/ })).toContainText('stated · printer.cfg, line 25')
  await expect(told.getByRole('row', { name: /Bed to 60/ })).toContainText('139.9 s')
  // What is not known is asked.
  const questions = page.getByRole('region', { name: 'Questions' })
  await questions.getByRole('spinbutton').first().fill('18')
  await questions.getByText('a sensor for metal').last().click()
  await page.getByLabel('What do you call it?').fill('Redshank learned')
  await page.getByRole('button', { name: 'Make this printer' }).click()
  await expect(page.getByRole('heading', { name: 'Redshank learned' })).toBeVisible()
  await expect(page.getByText('stated · printer.cfg, line 25').first()).toBeVisible()
  await expect(page.getByLabel('Melts at most')).toHaveValue('18')

  // Watch in hand: what it says is measured, and no longer from a file.
  await page.getByRole('button', { name: 'Measure: Bed to 60 °C' }).click()
  const watch = page.getByRole('dialog', { name: 'Bed to 60 °C' })
  await expect(watch).toContainText('M140 S60')
  await watch.getByRole('button', { name: 'Start' }).click()
  await watch.getByRole('button', { name: 'Stop' }).click()
  await watch.getByLabel('Time').fill('151')
  await watch.getByRole('button', { name: 'Take this time' }).click()
  await expect(page.getByRole('spinbutton', { name: 'Bed to 60 °C' })).toHaveValue('151')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await expect(page.getByText('measured', { exact: true })).toBeVisible()

  // A script pasted now is checked for it, and its macros are there.
  await pasteOnShelf(page, 'PRELUDE BED=60 NOZZLE=205\n')
  await expect(editor(page)).toContainText('PRELUDE')
  await expect(page.getByText('Runs the macro PRELUDE').first()).toBeVisible()
})

test('a report goes beside what is known already, and only what is chosen is taken', async ({ page }) => {
  const { highestSpeedMmS } = (await printerNamed(page, 'Dunlin')).data
  const id = await printerLike(page, 'Dunlin', {
    name: 'Dunlin beside',
    highestSpeedMmS: { ...highestSpeedMmS, x: 111, y: 222 },
  })
  await page.goto(`/printers/${id}`)
  await page.getByRole('button', { name: 'Learn from files…' }).click()
  await expect(page.getByRole('heading', { name: 'Learn more about Dunlin beside' })).toBeVisible()
  await page.getByRole('button', { name: 'Type or paste…' }).click()
  await page.getByLabel('Text from the machine').fill(readFileSync(machine('dunlin/settings.txt')[0] ?? '', 'utf8'))
  await page.getByRole('button', { name: 'Read this' }).click()
  const told = page.getByRole('region', { name: 'What the files say' })
  const row = told.getByRole('row', { name: /Highest speed, X/ })
  await expect(row).toContainText('300 mm/s')
  await expect(row).toContainText('111 mm/s')
  await told.getByRole('button', { name: 'Take none' }).click()
  await row.getByRole('checkbox').check()
  await page.getByRole('button', { name: 'Take 1 of these into Dunlin beside' }).click()
  await expect(page.getByLabel('Highest X')).toHaveValue('300')
  await expect(page.getByLabel('Highest Y')).toHaveValue('222')
})

test('what is no file of a machine says why, and nothing is lost', async ({ page }) => {
  await page.goto('/printers/learn')
  await page
    .getByLabel('Files to learn from')
    .last()
    .setInputFiles([
      { name: 'settings.txt', mimeType: 'text/plain', buffer: readFileSync(machine('dunlin/settings.txt')[0] ?? '') },
      {
        name: 'shelf.png',
        mimeType: 'image/png',
        buffer: Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
      },
      {
        name: 'host.log',
        mimeType: 'text/plain',
        buffer: Buffer.from('Stats 12.3: gcodein=0\nStats 13.3: gcodein=0\n'),
      },
    ])
  const given = page.getByRole('region', { name: 'Files to learn from' })
  await expect(given).toContainText('a board’s report, 76 lines')
  await expect(given).toContainText('PNG picture')
  await expect(given).toContainText('This is a host’s log, not its config.')
  await page.reload()
  await expect(given).toContainText('a board’s report, 76 lines')
  await expect(page.getByText('10 lines passed over, with the reason')).toBeVisible()
  await given.getByRole('button', { name: 'Remove settings.txt' }).click()
  await given.getByRole('button', { name: 'Remove host.log' }).click()
  await expect(page.getByRole('region', { name: 'What can be given' })).toBeVisible()
})
