// What the browser tests do again and again: pasting, reading the text, finding lines.
import { expect, type Locator, type Page } from '@playwright/test'
import { printerNamed } from './made.ts'

/** Pastes a text on the Shelf, which opens it on the Desk. */
export async function pasteOnShelf(page: Page, text: string): Promise<void> {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'The shelf' })).toBeVisible()
  await page.evaluate(pasted => {
    const data = new DataTransfer()
    data.setData('text/plain', pasted)
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  }, text)
  await expect(editor(page)).toBeVisible()
}

export const editor = (page: Page): Locator => page.getByRole('textbox', { name: 'The script' })

/** The line of the script that has this text, as drawn. */
export const lineWith = (page: Page, text: string): Locator => page.locator('.cm-line', { hasText: text })

/** The findings as they are listed. */
export const findings = (page: Page): Locator =>
  page.getByRole('region', { name: 'List of findings' }).locator('> ul > li')

/** The script as a person would get it: copied with the “Export” menu. */
export async function takenText(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'Export' }).click()
  await page.getByRole('menuitem', { name: /^Copy the (?:text|source)/ }).click()
  await expect(page.getByText('Copied')).toBeVisible()
  return page.evaluate(() => navigator.clipboard.readText())
}

/** A value on the card that tells the machine's state at the playhead. */
export const stateOf = (page: Page, name: string): Locator =>
  page
    .getByRole('region', { name: 'The machine at the playhead' })
    .locator('dt', { hasText: new RegExp(`^${name}$`) })
    .locator('+ dd')

export const playhead = (page: Page): Locator => page.getByRole('slider', { name: 'Playhead' })

/** A host's config as the printer of this name keeps it. */
export const configOf = async (page: Page, name: string): Promise<string> =>
  (await printerNamed(page, name)).data.macros

export async function keep(page: Page, name: string, stock = false): Promise<string> {
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill(name)
  if (stock) await dialog.getByLabel(/^It is as it came/).check()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name })).toBeVisible()
  return page.url().split('/').at(-1) as string
}
