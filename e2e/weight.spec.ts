// How much script a first visit takes, compressed as it is sent: what is not needed at once must not come at once.
import { existsSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { expect, type Page } from '@playwright/test'
import { editor } from './desk.ts'
import { made, printerLike } from './made.ts'
import { test } from './served.ts'

const dist = join(import.meta.dirname, '..', 'dist')

/** Bytes of all script that a page and its workers ask for, until it has been at rest for as long as one reads its first line. */
async function weighed(page: Page, address: string): Promise<{ all: number; page: number; names: string[] }> {
  const files = new Set<string>()
  page.context().on('request', request => {
    const { pathname } = new URL(request.url())
    if (pathname.endsWith('.js')) files.add(pathname)
  })
  await page.goto(address, { waitUntil: 'networkidle' })
  await page.waitForTimeout(1500)
  const own = await page.evaluate(() =>
    [...document.querySelectorAll<HTMLScriptElement | HTMLLinkElement>('script[src], link[rel="modulepreload"]')].map(
      each => new URL('src' in each ? each.src : each.href).pathname,
    ),
  )
  const bytes = (names: readonly string[]) =>
    names.reduce((sum, name) => {
      const packed = join(dist, `${name}.br`)
      return sum + statSync(existsSync(packed) ? packed : join(dist, name)).size
    }, 0)
  return { all: bytes([...files]), page: bytes(own), names: [...files] }
}

test('the Shelf takes at most 220 kB, without its worker, and no editor', async ({ page }) => {
  const { page: own, names } = await weighed(page, '/')
  // More than a page without anything of ours could be.
  expect(own).toBeGreaterThan(60_000)
  expect(own).toBeLessThanOrEqual(220_000)
  expect(names.filter(name => /ScriptEditor|\/Desk-/.test(name))).toEqual([])
})

test('the Desk takes at most 700 kB with its worker', async ({ page }) => {
  // An ordinary start script of a board with one tool.
  const text = 'G28\nM420 S1\nM190 S60\nM109 S@nozzle\nG92 E0\nG1 X4 Y20 Z0.3 F3000\nG1 Y120 E8 F1200\nG92 E0\n'
  const printerId = await printerLike(page, 'Dunlin', { name: 'A plain board' })
  const id = await made(page, '/scripts', { name: 'To be weighed', printerId, moment: 'start', note: '', text })
  const { all } = await weighed(page, `/desk/${id}`)
  await expect(editor(page)).toContainText('M420 S1')
  expect(all).toBeGreaterThan(200_000)
  expect(all).toBeLessThanOrEqual(700_000)
})
