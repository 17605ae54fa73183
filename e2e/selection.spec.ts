// Selecting a thing anywhere selects it everywhere; the pictures follow what is chosen.
import { expect, type Page } from '@playwright/test'
import { findings, keep, lineWith, pasteOnShelf, playhead, stateOf } from './desk.ts'
import { test } from './served.ts'

const openScript = async (page: Page, name: string) => {
  await page.goto('/')
  await page
    .getByRole('link', { name: new RegExp(name) })
    .first()
    .click()
  await expect(page.getByRole('heading', { name })).toBeVisible()
  await expect(playhead(page)).toBeVisible()
}
const chosenLines = (page: Page) => page.locator('.cm-chosen')

test('a line, a band, a stroke on the bed and a finding select the same everywhere', async ({ page }) => {
  await openScript(page, 'Everyday')

  await lineWith(page, 'M190 S60').click()
  await expect(page.getByRole('button', { name: /^warm enough to probe/ })).toHaveAttribute('aria-pressed', 'true')
  // Dunlin's bed takes the 118 s that were measured to 60 °C. The board is content 1 °C before that, after 5 s more; a degree
  // there takes between 118/40 = 2.95 s, the mean from the room on, and 212/40 = 5.3 s, the mean from 60 to 100 °C.
  const at = Number(await playhead(page).getAttribute('aria-valuenow'))
  expect(at).toBeGreaterThan(118 + 5 - 5.4)
  expect(at).toBeLessThan(118 + 5 - 2.9)
  await expect(stateOf(page, 'Bed')).toHaveText('60 °C')

  await page.getByRole('button', { name: /^purge line, left edge/ }).click()
  await expect(chosenLines(page).first()).toContainText('M117 Purging')
  await expect(page.locator('[data-chosen]')).toHaveCount(2)

  // Press the purge line in the picture: it runs along X 4 from Y 20 to Y 170.
  const picture = page.getByRole('img', { name: /^The bed of Dunlin/ })
  const place = await picture
    .locator('g')
    .first()
    .evaluate(group => {
      const point = new DOMPoint(4, 120).matrixTransform((group as SVGGElement).getScreenCTM() ?? undefined)
      return { x: point.x, y: point.y }
    })
  await page.mouse.click(place.x, place.y)
  await expect(chosenLines(page)).toHaveCount(1)
  await expect(chosenLines(page)).toContainText(/G1 Y(170|20) E/)

  await page.getByRole('button', { name: 'Next move' }).click()
  await expect(page.getByText(/^Line (30|33)/)).toBeVisible()

  await openScript(page, 'From the café’s folder')
  await findings(page).nth(1).getByRole('button', { name: 'line 15', exact: true }).click()
  await expect(chosenLines(page)).toContainText('G1 X-8 Y20 F3000')
  await expect(stateOf(page, 'X')).toHaveText('-8.00')
})

test('dragging on the ribbon moves the playhead and the head', async ({ page }) => {
  await openScript(page, 'Everyday')
  const ribbon = page.getByRole('region', { name: /^Ribbon/ })
  const box = await ribbon.boundingBox()
  if (!box) throw new Error('no ribbon')
  await page.mouse.move(box.x + box.width * 0.9, box.y + 90)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y + 90, { steps: 4 })
  await page.mouse.up()
  // Half of 4 min 19 s lies in the homing and probing that follow the warm-up.
  await expect(chosenLines(page)).toContainText(/G28|G29/)
  await expect(stateOf(page, 'Nozzle')).toHaveText('150 °C')
})

test('printer, material and job can be chosen and the pictures follow', async ({ page }) => {
  await openScript(page, 'Everyday')
  const choose = async (name: string, option: RegExp) => {
    await page.getByRole('combobox', { name }).click()
    await page.getByRole('listbox').getByRole('option', { name: option }).click()
  }
  await choose('Material', /^Tough PETG/)
  await expect(page.getByText('oozes above 175 °C')).toBeVisible()
  await choose('Rehearsed for', /^full-bed/)
  await expect(page.getByText('Nothing found for full-bed on Dunlin.')).toBeVisible()
  await choose('Printer', /^Turnstone/)
  await expect(page.getByRole('img', { name: /^The bed of Turnstone/ })).toBeVisible()
  // Turnstone has no probe: nothing is measured, and levelling stays off.
  await expect(lineWith(page, 'G29')).toContainText('this printer has no probe')
  await expect(findings(page).filter({ hasText: 'Homing turns bed levelling off' })).toBeVisible()
  await choose('When', /^after the print/)
  await expect(findings(page).filter({ hasText: 'is still on at' }).first()).toBeVisible()
})

test('another printer is a what-if: a save leaves the script where it is, and a move stands in its history', async ({
  page,
}) => {
  await pasteOnShelf(page, 'G28\nM420 S1\n')
  await page.getByRole('combobox', { name: 'Printer' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Dunlin/ })
    .click()
  const id = await keep(page, 'Whose it is')
  const whose = async () => {
    const { script } = await (await page.request.get(`/api/scripts/${id}/story`)).json()
    const { printers } = await (await page.request.get('/api/things')).json()
    return printers.find((each: { id: number }) => each.id === script.printerId).data.name
  }
  await page.getByRole('combobox', { name: 'Printer' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Turnstone/ })
    .click()
  const whatIf = page.getByRole('region', { name: 'On another printer' })
  await expect(whatIf).toContainText('What if it ran on Turnstone? It is a script of Dunlin, and Save leaves it there.')
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  await page.locator('.cm-content').click()
  await page.keyboard.press('Control+End')
  await page.keyboard.type('M117 Go')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText(/^Saved just now/)).toBeVisible()
  expect(await whose()).toBe('Dunlin')
  await whatIf.getByRole('button', { name: 'Move to Turnstone' }).click()
  await expect(page.getByText('Now a script of Turnstone. Choose Dunlin to move it back.')).toBeVisible()
  await expect(whatIf).toHaveCount(0)
  expect(await whose()).toBe('Turnstone')
  await page.goto(`/history/${id}`)
  await expect(page.getByText('moved from Dunlin to Turnstone')).toBeVisible()
})

test('hovering a command shows its letters', async ({ page }) => {
  await openScript(page, 'Everyday')
  await lineWith(page, 'M190 S60').hover({ position: { x: 20, y: 8 } })
  await expect(page.locator('.cm-command-card')).toContainText('Heat the bed and wait')
})
