// What the history says of many variants: one sentence where they take the same, else each by its letter.
import { expect } from '@playwright/test'
import { made } from './made.ts'
import { test } from './served.ts'

test('equal bars are one sentence, and variants that have no room for their names are told by letters', async ({
  page,
}) => {
  // A pause of 30 s, and nothing else in it that takes time.
  const id = await made(page, '/scripts', { name: 'Waits', printerId: 1, moment: 'start', text: 'G4 S30\n', note: '' })
  for (let i = 1; i <= 9; i++)
    await made(page, `/scripts/${id}/variants`, { name: `Waits ${i}`, text: `G4 S30\nM117 ${i}\n` })
  await page.goto(`/history/${id}`)
  await expect(page.getByText('All 10 revisions take 30 s and 0 g.')).toBeVisible()

  await made(page, `/scripts/${id}/variants`, { name: 'Waits longer', text: 'G4 S39\n' })
  await page.reload()
  const letters = page.getByRole('list', { name: 'Variants by letter' }).getByRole('listitem')
  await expect(letters).toHaveCount(11)
  // The one in use stands first.
  await expect(letters.first()).toHaveText('aWaits longer39 s and 0 g')
  await expect(letters.last()).toHaveText('kWaits 930 s and 0 g')
  await expect(page.getByText('All 11 revisions take')).toHaveCount(0)
})
