// Jobs and materials, made and changed by hand.
import { expect, test } from '@playwright/test'

test('a material and a job are made, changed, and printed with', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New material' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name').fill('plain pla')
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(form.getByRole('alert')).toHaveText('There is a material called “Plain PLA” already.')
  await form.getByLabel('Name').fill('Shell white')
  await form.getByLabel('Nozzle, first layer').fill('215')
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('button', { name: /^Shell white/ })).toContainText('nozzle 215 °C')

  await page.getByRole('button', { name: 'New job' }).click()
  await form.getByLabel('Name').fill('buoy')
  await form.getByLabel('Width').fill('60')
  await form.getByRole('combobox', { name: 'Material' }).click()
  await page.getByRole('option', { name: /^Shell white/ }).click()
  // Dragged to a place of its own: Dunlin's bed is 230 × 210, so a print of 60 × 40 in the middle begins at 85 and 85.
  const pad = form.getByRole('application', { name: /^The print’s area/ })
  await pad.focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowLeft')
  await expect(form.getByLabel('Left')).toHaveValue('65')
  await expect(form.getByLabel('Right')).toHaveValue('125')
  const box = await pad.boundingBox()
  if (!box) throw new Error('no picture')
  const mmPerPixel = 238 / box.width
  await page.mouse.move(box.x + 95 / mmPerPixel, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + 95 / mmPerPixel, box.y + box.height / 2 - 40 / mmPerPixel, { steps: 5 })
  await page.mouse.up()
  // Forty millimetres further back, to a pixel or two.
  expect(Math.abs(Number(await form.getByLabel('Front').inputValue()) - 125)).toBeLessThanOrEqual(2)
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByRole('button', { name: /buoy/ })).toContainText('Shell white')

  await page.goto('/desk/1')
  await page.getByRole('combobox', { name: 'Rehearsed for' }).click()
  await page.getByRole('option', { name: /buoy/ }).click()
  await expect(page.getByText('Shell white wants 215 °C')).toBeVisible()

  await page.goto('/jobs')
  await page.getByRole('button', { name: /^Shell white/ }).click()
  await form.getByRole('button', { name: 'Throw away' }).click()
  await expect(form.getByRole('alert')).toHaveText('“Shell white” is what the job “buoy” prints with.')
  await form.getByRole('button', { name: 'Not now' }).click()
  await page.getByRole('button', { name: /buoy/ }).click()
  await form.getByRole('button', { name: 'Throw away' }).click()
  await expect(page.getByRole('button', { name: /buoy/ })).toHaveCount(0)
})
