// Every page there is, in both themes, at its usual size and at 200 %: nothing serious that keeps anybody out, and one way to scroll.
import { expect, type Page } from '@playwright/test'
import { pages } from '../src/pages.ts'
import { seriousFindings } from './axe.ts'
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

/** What can't be reached without scrolling sideways, as the widest element says of itself. */
const tooWide = (page: Page) =>
  page.evaluate(() => {
    const place = document.getElementById('place')
    if (!place || place.scrollWidth <= place.clientWidth + 1) return null
    const wide = [...place.querySelectorAll('*')].filter(
      each => each.getBoundingClientRect().right > place.clientWidth + 1 && !each.closest('[class*="overflow-"] *'),
    )
    return `${place.scrollWidth} of ${place.clientWidth} px: ${(wide[0]?.outerHTML ?? '').slice(0, 160)}`
  })

for (const theme of ['light', 'dark'] as const)
  for (const [size, viewport] of [
    ['1280 × 800', { width: 1280, height: 800 }],
    ['200 %', { width: 640, height: 400 }],
  ] as const)
    test(`every page, ${theme}, at ${size}`, async ({ browser }) => {
      const context = await browser.newContext({ viewport, colorScheme: theme })
      const page = await context.newPage()
      const wrong: string[] = []
      for (const { path } of pages) {
        const address = about[path] ?? path
        await page.goto(address)
        await expect(page.locator('#place h1').first()).toBeVisible()
        // A table that is worked out first may be wider than what stands there meanwhile.
        await expect(page.getByText(/^(?:Carrying it over|Rehearsing)/)).toHaveCount(0)
        for (const serious of await seriousFindings(page)) wrong.push(`${address}: ${serious}`)
        const wide = await tooWide(page)
        if (wide) wrong.push(`${address}: ${wide}`)
      }
      await context.close()
      expect(wrong).toEqual([])
    })
