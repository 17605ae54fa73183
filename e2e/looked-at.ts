// What can be said of a page by looking at it: what keeps somebody out, what is wider than the window, what is cut off.
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { expect, type Page } from '@playwright/test'

const checker = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

type Violation = { id: string; impact: string; nodes: { target: string[]; failureSummary: string }[] }

type Options = { resultTypes: string[]; runOnly?: string[] }

async function violationsIn(page: Page, runOnly?: string[]): Promise<string[]> {
  const violations = await page.evaluate(
    async options => {
      const { axe } = window as unknown as { axe: { run: (options: Options) => Promise<{ violations: Violation[] }> } }
      return (await axe.run(options)).violations
    },
    { resultTypes: ['violations'], ...(runOnly && { runOnly }) },
  )
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) =>
      nodes.map(({ target, failureSummary }) => `${id} at ${target.join(' ')}: ${failureSummary}`),
    )
}

async function showTheme(page: Page, theme: 'light' | 'dark'): Promise<void> {
  await page.emulateMedia({ colorScheme: theme })
  await expect(page.locator('html')).toHaveAttribute('data-theme', theme)
}

/**
 * The accessibility checker's serious findings, in both themes. The dark theme has the same elements in other colours, so
 * only contrast is checked again. The page must follow the system's theme; it is light again afterwards.
 */
export async function seriousFindings(page: Page): Promise<string[]> {
  await page.evaluate(checker)
  await showTheme(page, 'light')
  const light = await violationsIn(page)
  await showTheme(page, 'dark')
  const dark = await violationsIn(page, ['color-contrast'])
  await showTheme(page, 'light')
  return [...light, ...dark.map(finding => `in the dark theme: ${finding}`)]
}

/** What can't be reached without scrolling sideways, as the widest element says of itself. */
export const tooWide = (page: Page) =>
  page.evaluate(() => {
    const place = document.getElementById('place')
    if (!place || place.scrollWidth <= place.clientWidth + 1) return null
    const wide = [...place.querySelectorAll('*')].filter(
      each => each.getBoundingClientRect().right > place.clientWidth + 1 && !each.closest('[class*="overflow-"] *'),
    )
    return `${place.scrollWidth} of ${place.clientWidth} px: ${(wide[0]?.outerHTML ?? '').slice(0, 160)}`
  })

/** Dialogs, menus and what in them has to be scrolled sideways. */
export const sideways = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('[role=dialog], [role=menu], :is([role=dialog], [role=menu]) *')]
      .filter(
        each =>
          each.clientWidth > 0 &&
          each.scrollWidth > each.clientWidth + 2 &&
          /auto|scroll/.test(getComputedStyle(each).overflowX),
      )
      .map(
        ({ scrollWidth, clientWidth, textContent }) =>
          `${scrollWidth} of ${clientWidth} px: ${textContent?.slice(0, 60)}`,
      ),
  )

/** Words that end where something hides them, without the dots that say so, and that no scrolling shows. */
export const cutOff = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const hides = /hidden|clip/
    const scrolls = /auto|scroll/
    /** How many pixels of this are hidden by what it stands in. */
    function hiddenPx(element: Element, { left, right, top, bottom }: DOMRect): number {
      for (let at: Element | null = element; at && at !== document.body; at = at.parentElement) {
        const look = getComputedStyle(at)
        const box = at.getBoundingClientRect()
        const forReaders = box.width <= 1.5 && box.height <= 1.5
        const hasDots = look.textOverflow === 'ellipsis' || look.webkitLineClamp !== 'none'
        if (forReaders || hasDots || at.tagName === 'svg' || scrolls.test(look.overflowX + look.overflowY)) return 0
        const across = hides.test(look.overflowX) ? Math.max(box.left - left, right - box.right) : 0
        const down = hides.test(look.overflowY) ? Math.max(box.top - top, bottom - box.bottom) : 0
        if (Math.max(across, down) > 2.5) return Math.max(across, down)
      }
      return 0
    }
    const found: string[] = []
    const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    for (let text = texts.nextNode(); text; text = texts.nextNode()) {
      const element = text.parentElement
      const words = text.textContent?.trim() ?? ''
      if (!element?.checkVisibility({ visibilityProperty: true }) || words === '' || element.tagName === 'OPTION')
        continue
      const range = document.createRange()
      range.selectNodeContents(text)
      const hidden = Math.max(0, ...[...range.getClientRects()].map(rect => hiddenPx(element, rect)))
      if (hidden > 0) found.push(`${Math.round(hidden)} px of “${words.slice(0, 60)}”`)
    }
    return found
  })
