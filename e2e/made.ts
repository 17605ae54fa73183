// Things of a test’s own, put beside those that its data begin with.
import { expect, type Page } from '@playwright/test'
import type { Printer } from '../src/core/model/printer.ts'

/** Makes what the server makes under this path of its; gives its id. */
export async function made(page: Page, path: string, data: object): Promise<number> {
  const answer = await page.request.post(`/api${path}`, { data })
  expect(answer.status(), await answer.text()).toBe(201)
  return (await answer.json()).id
}

export const thingsOf = async (page: Page) => (await page.request.get('/api/things')).json()

/** The printer of this name. */
export async function printerNamed(page: Page, name: string): Promise<{ id: number; data: Printer }> {
  const { printers }: { printers: { id: number; data: Printer }[] } = await thingsOf(page)
  const found = printers.find(({ data }) => data.name === name)
  if (!found) throw new Error(`no printer ${name}`)
  return found
}

/** A printer like the one of this name, but for `otherwise`; gives its id. */
export const printerLike = async (page: Page, name: string, otherwise: Partial<Printer>): Promise<number> =>
  made(page, '/printers', { ...(await printerNamed(page, name)).data, ...otherwise })
