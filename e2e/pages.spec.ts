// Every page there is, in both themes, at its usual size and at 200 %: nothing serious that keeps anybody out, one way to scroll, nothing cut off.
import { expect } from '@playwright/test'
import { pages } from '../src/pages.ts'
import { cutOff, seriousFindings, tooWide } from './looked-at.ts'
import { test } from './served.ts'

/** Where the pages that are about something are looked at. */
const about: Record<string, string> = {
  '/printers/:id': '/printers/6',
  '/history/:id': '/history/2',
  '/carry/:id': '/carry/2',
  '/carry/:id/several': '/carry/2/several',
  '/printers/:id/firmware': '/printers/6/firmware',
  '/desk': '/desk',
  '/desk/new/:draft': '/desk/new/nowhere',
  '/desk/:id': '/desk/3',
  '/commands/:name': '/commands/G29',
  '/checks/:name': '/checks/levelling-off',
}

for (const [size, viewport] of [
  ['1280 × 800', { width: 1280, height: 800 }],
  ['200 %', { width: 640, height: 400 }],
] as const)
  test(`every page, at ${size}`, async ({ browser }) => {
    const context = await browser.newContext({ viewport })
    const page = await context.newPage()
    const wrong: string[] = []
    for (const { path } of pages) {
      const address = about[path] ?? path
      await page.goto(address)
      await expect(page.locator('#place h1').first()).toBeVisible()
      // A table that is calculated first may be wider than what is shown meanwhile.
      await expect(page.getByText(/^(?:Carrying it over|Rehearsing)/)).toHaveCount(0)
      for (const serious of await seriousFindings(page)) wrong.push(`${address}: ${serious}`)
      const wide = await tooWide(page)
      if (wide) wrong.push(`${address}: ${wide}`)
      for (const cut of await cutOff(page)) wrong.push(`${address}: ${cut}`)
    }
    await context.close()
    expect(wrong).toEqual([])
  })
