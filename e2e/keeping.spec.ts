// What was written is not lost: by a reload, by a killed server, by a name that is taken.
import { expect } from '@playwright/test'
import { editor, lineWith, pasteOnShelf, takenText } from './desk.ts'
import { end, folderForData, serve, test } from './served.ts'

test('an unsaved script survives a reload, and waits on the Shelf', async ({ page }) => {
  await pasteOnShelf(page, 'G28\nM117 waiting here\n')
  await editor(page).press('Control+End')
  await page.keyboard.type('G90')
  await page.reload()
  await expect(lineWith(page, 'G90')).toBeVisible()
  await page.goto('/')
  const waiting = page.getByRole('region', { name: 'Not saved yet' })
  await waiting.getByRole('link').first().click()
  await expect(lineWith(page, 'waiting here')).toBeVisible()
  expect(await takenText(page)).toBe('G28\nM117 waiting here\nG90')
  await page.goto('/')
  await waiting.getByRole('button', { name: 'Delete G28…' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Delete it' }).click()
  await expect(waiting).toHaveCount(0)
})

test('a change to a saved script survives a killed server; saving says so while it is gone', async ({
  page,
  ownPort: port,
}) => {
  const folder = folderForData()
  let server = await serve(port, folder)
  await page.goto(`http://127.0.0.1:${port}/desk/1`)
  await editor(page).press('Control+End')
  await page.keyboard.type('M117 not saved yet')
  await end(server, 'SIGKILL')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('The server does not answer.')).toBeVisible()

  server = await serve(port, folder)
  await page.reload()
  await expect(lineWith(page, 'not saved yet')).toBeVisible()
  await expect(page.getByText('Changed, not saved')).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved just now')).toBeVisible()

  // And what was saved is there after an ordinary end and a new beginning.
  await end(server, 'SIGINT')
  server = await serve(port, folder)
  await page.reload()
  await expect(lineWith(page, 'not saved yet')).toBeVisible()
  await expect(page.getByText('Changed, not saved')).toHaveCount(0)
  await end(server, 'SIGINT')
})

test('a change can be dropped again for what is saved', async ({ page }) => {
  await page.goto('/desk/2')
  await editor(page).press('Control+End')
  await page.keyboard.type('G28')
  await expect(page.getByText('Changed, not saved')).toBeVisible()
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('menuitem', { name: 'Go back to the saved version' }).click()
  await expect(page.getByText('Changed, not saved')).toHaveCount(0)
  expect(await takenText(page)).not.toContain('G28')
})

test('a save from an older revision is refused, and nothing is lost', async ({ page, context }) => {
  await pasteOnShelf(page, 'G28\n')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await page.getByLabel('Name').fill('Two tabs')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Two tabs' })).toBeVisible()
  const id = new URL(page.url()).pathname.split('/').at(-1)
  const { identity } = await (await context.request.get(`/api/scripts/${id}`)).json()
  await context.request.put(`/api/scripts/${id}`, {
    data: { printerId: 1, moment: 'start', text: 'G90\n', base: 1, identity },
  })
  await editor(page).press('Control+End')
  await page.keyboard.type('M82')
  await page.keyboard.press('Control+s')
  const dialog = page.getByRole('dialog', { name: 'It was saved elsewhere meanwhile' })
  await expect(dialog.getByRole('button', { name: 'Save mine after it' })).toBeVisible()
  // The dialog that takes its place gives the focus back as it would have: to the text.
  await dialog.getByRole('button', { name: 'Save mine as another script…' }).click()
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(editor(page)).toBeFocused()
  expect(await takenText(page)).toBe('G28\nM82')
})

test('a file that is dropped on a Desk opens as a script of its own, and is saved under the name that is proposed', async ({
  page,
}) => {
  await page.goto('/desk/1')
  // With what its lines say: that comes after the text.
  await expect(lineWith(page, 'M117 Printing')).toContainText('Shows “Printing”')
  const before = await editor(page).textContent()
  const data = await page.evaluateHandle(() => {
    const held = new DataTransfer()
    held.items.add(new File(['; By the pier\nG28\nM117 low tide\n'], 'pier start.gcode', { type: 'text/plain' }))
    return held
  })
  await editor(page).dispatchEvent('dragover', { dataTransfer: data })
  await expect(page.getByText('Drop the file to open it on the Desk')).toBeVisible()
  await editor(page).dispatchEvent('drop', { dataTransfer: data })
  await expect(lineWith(page, 'M117 low tide')).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByLabel('Name')).toHaveValue('pier start')
  await page.keyboard.press('Escape')
  // The script that it was dropped on is as it was.
  await page.goto('/desk/1')
  await expect.poll(() => editor(page).textContent()).toBe(before)
})
