// A printer's page: what is not saved waits, tools come and go, and what it was can be brought back.
import { expect } from '@playwright/test'
import { made, thingsOf } from './made.ts'
import { test } from './served.ts'

test('what is changed of a printer waits when one leaves, tools are added and removed, and earlier states come back', async ({
  page,
}) => {
  const { printers } = await thingsOf(page)
  const id = await made(page, '/printers', { ...printers[0].data, name: 'Redshank two' })
  await page.goto('/')
  await page.locator(`a[href="/printers/${id}"]`).first().click()
  await page.getByLabel('Bed at most').fill('95')
  // The browser's own way back waits as well: nothing is left before it is chosen.
  await page.evaluate(() => history.back())
  const back = page.getByRole('dialog', { name: 'Not saved yet' })
  await expect(back).toBeVisible()
  await expect(page).toHaveURL(`/printers/${id}`)
  await page.keyboard.press('Escape')
  await expect(back).toBeHidden()
  await expect(page.getByLabel('Bed at most')).toHaveValue('95')
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Shelf' }).click()
  const leaving = page.getByRole('dialog', { name: 'Not saved yet' })
  await expect(leaving).toContainText('What you changed of Redshank two is not saved.')
  await leaving.getByRole('button', { name: 'Leave it for later' }).click()
  await page.getByRole('region', { name: 'Not saved yet' }).getByRole('link', { name: 'Redshank two, changed' }).click()
  await expect(page.getByLabel('Bed at most')).toHaveValue('95')
  await expect(page.getByRole('status').first()).toContainText('What you changed here earlier is not saved yet.')

  await page.getByRole('button', { name: 'Add a tool' }).click()
  await page.getByLabel('Its heater').last().selectOption({ label: 'that of T0' })
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.reload()
  await expect(page.getByText('Tool T1, nozzle T1')).toBeVisible()
  await expect(page.getByLabel('Its heater').last()).toHaveValue('0')
  await page.getByRole('button', { name: 'Remove T1' }).click()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await expect(page.getByText('Tool T1')).toHaveCount(0)

  await page.getByRole('button', { name: 'Earlier…' }).click()
  const earlier = page.getByRole('dialog', { name: 'Earlier: Redshank two' })
  await expect(earlier.getByRole('button', { name: 'Restore it' })).toHaveCount(2)
  await expect(earlier).toContainText('Warm-up, Bed at most: 110 now 95')
  await earlier.getByRole('button', { name: 'Restore it' }).first().click()
  await expect(page.getByText('Tool T1, nozzle T1')).toBeVisible()
  await page.getByRole('button', { name: 'Undo changes' }).click()
  await expect(page.getByText('Tool T1')).toHaveCount(0)

  await page.getByRole('button', { name: 'Throw away…' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Throw it away' }).click()
  await expect(page.getByRole('heading', { name: 'The shelf' })).toBeVisible()
})
