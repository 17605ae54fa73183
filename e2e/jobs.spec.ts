// Jobs and materials, made and changed by hand.
import { expect } from '@playwright/test'
import { test } from './served.ts'

test('a material and a job are made, changed, and printed with', async ({ page }) => {
  await page.goto('/jobs')
  await page.getByRole('button', { name: 'New material' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name').fill('plain pla')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByRole('alert')).toHaveText('There is a material called “Plain PLA” already.')
  await form.getByLabel('Name').fill('Shell white')
  await form.getByLabel('Nozzle, first layer').fill('215')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('button', { name: /^Shell white/ })).toContainText('nozzle 215 °C')

  await page.getByRole('button', { name: 'New job' }).click()
  await form.getByLabel('Name').fill('buoy')
  await form.getByLabel('Width').fill('60')
  await form.getByRole('combobox', { name: 'Material' }).click()
  await page
    .getByRole('listbox')
    .getByRole('option', { name: /^Shell white/ })
    .click()
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
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('button', { name: /buoy/ })).toContainText('Shell white')

  await page.goto('/desk/1')
  await page.getByRole('combobox', { name: 'Rehearsed for' }).click()
  await page.getByRole('listbox').getByRole('option', { name: /buoy/ }).click()
  await expect(page.getByText('Shell white needs 215 °C')).toBeVisible()

  await page.goto('/jobs')
  await page.getByRole('button', { name: /^Shell white/ }).click()
  await form.getByRole('button', { name: 'Throw away…' }).click()
  const asking = page.getByRole('dialog', { name: /^Throw “.*” away$/ })
  await asking.getByRole('button', { name: 'Throw it away' }).click()
  await expect(asking.getByRole('alert')).toHaveText('“Shell white” is used by the job “buoy”.')
  await asking.getByRole('button', { name: 'Not now' }).click()
  await form.getByRole('button', { name: 'Not now' }).click()

  // What is changed and not saved waits; what it was before it was saved can be brought back.
  await page.getByRole('button', { name: /^Shell white/ }).click()
  await form.getByLabel('Nozzle, first layer').fill('')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByLabel('Nozzle, first layer')).toHaveAccessibleDescription('A number is needed.')
  await form.getByLabel('Nozzle, first layer').fill('222')
  await form.getByRole('button', { name: 'Not now' }).click()
  await page.reload()
  await page.getByRole('button', { name: /^Shell white/ }).click()
  await expect(form.getByLabel('Nozzle, first layer')).toHaveValue('222')
  await expect(form).toContainText('What you changed here earlier is not saved yet.')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('button', { name: /^Shell white/ })).toContainText('nozzle 222 °C')
  await page.getByRole('button', { name: /^Shell white/ }).click()
  await form.getByRole('button', { name: 'Earlier…' }).click()
  const earlier = page.getByRole('dialog', { name: 'Earlier: Shell white' })
  await expect(earlier).toContainText('Nozzle, first layer: 215 now 222')
  await earlier.getByRole('button', { name: 'Restore it' }).click()
  await expect(form.getByLabel('Nozzle, first layer')).toHaveValue('215')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('button', { name: /^Shell white/ })).toContainText('nozzle 215 °C')

  await page.getByRole('button', { name: /buoy/ }).click()
  await form.getByRole('button', { name: 'Throw away…' }).click()
  await asking.getByRole('button', { name: 'Throw it away' }).click()
  await expect(page.getByRole('button', { name: /buoy/ })).toHaveCount(0)
  // It waits in the bin.
  await page.goto('/keeping')
  const bin = page.getByRole('region', { name: 'The bin' }).getByRole('listitem').filter({ hasText: 'buoy' })
  await expect(bin).toContainText('job')
  await bin.getByRole('button', { name: 'For good…' }).click()
  await page.getByRole('button', { name: 'Throw it away for good' }).click()
  await expect(page.getByRole('status')).toContainText('“buoy” is gone for good.')
})

test('a job is read from a print file, and one that is cut off says so', async ({ page }) => {
  const layer = (z: number, e: number) =>
    `G1 Z${z} F600\nG1 X80 Y70 F6000\nG1 X110 E${e + 2} F1800\nG1 Y100 E${e + 4}\nG1 X80 E${e + 6}\nG1 Y70 E${e + 8}\n`
  const print = `M140 S80\nM104 S235\nG28\nG92 E0\n${layer(0.25, 0)}${layer(0.45, 8)}${layer(0.65, 16)}`
  await page.goto('/jobs')
  await page
    .getByLabel('A print file', { exact: true })
    .setInputFiles({ name: 'hook.gcode', mimeType: 'text/plain', buffer: Buffer.from('G28\nG1 X5 F3000\n') })
  await expect(page.getByRole('alert')).toContainText('no print in it')
  await page
    .getByLabel('A print file', { exact: true })
    .setInputFiles({ name: 'hook.gcode', mimeType: 'text/plain', buffer: Buffer.from(print) })
  const form = page.getByRole('dialog')
  await expect(form.getByLabel('Name')).toHaveValue('hook')
  await expect(form.getByLabel('Left')).toHaveValue('80')
  await expect(form.getByLabel('Height')).toHaveValue('0.65')
  await expect(form.getByLabel('Layers')).toHaveValue('0.2')
  await expect(form.getByRole('combobox', { name: 'Material' })).toHaveText('Tough PETG')
  await expect(form).toContainText('It ends in the middle, at line 22')
  await form.getByRole('button', { name: 'Not now' }).click()
})
