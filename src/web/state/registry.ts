// The actions of the page that is open: each button and link registers itself, and the finder lists them.
import { type ReactNode, type Ref, type RefCallback, useCallback, useEffect } from 'react'
import { useLatest } from '../lib/useLatest.ts'

/** An action that the finder offers, under a heading. */
export type Action = {
  group: string
  name: string
  /** Other names for it. */
  also?: string
  /** The item of a list that it belongs to. It is offered only if the query contains more than that item's name. */
  of?: string
  run: () => void
}

/** Longer names are texts, not actions. */
const longestName = 80

/** Numbers the later ones of actions with the same name and heading. */
export function toldApart(actions: readonly Action[]): Action[] {
  const times = new Map<string, number>()
  return actions.map(action => {
    const called = `${action.group} ${action.name}`
    const time = (times.get(called) ?? 0) + 1
    times.set(called, time)
    return time === 1 ? action : { ...action, name: `${action.name} (${time})` }
  })
}

const registered = new Set<HTMLElement>()

/**
 * For the `ref` of a button or link: registers it under its text while it is on the page. `also` gets the element too.
 */
export function usePressed<T extends HTMLElement>(also?: Ref<T>): RefCallback<T> {
  return useCallback(
    (it: T | null) => {
      if (!it) return
      registered.add(it)
      const end = typeof also === 'function' ? also(it) : undefined
      if (also && typeof also === 'object') also.current = it
      return () => {
        registered.delete(it)
        if (typeof end === 'function') end()
        else if (typeof also === 'function') also(null)
        else if (also) also.current = null
      }
    },
    [also],
  )
}

/** A menu of the page, open or not, with its items. */
export type MenuOfPage = {
  name: string
  /** Whether it is the menu of one item of a list. */
  ofOne: boolean
  items: () => ReactNode
}

const menus = new Set<{ current: MenuOfPage | null }>()

/** Registers the menu's items while the menu is on the page. */
export function useMenuOfPage(menu: MenuOfPage | null): void {
  const now = useLatest(menu)
  useEffect(() => {
    menus.add(now)
    return () => void menus.delete(now)
  }, [now])
}

export const menusOfPage = (): MenuOfPage[] => [...menus].flatMap(({ current }) => current ?? [])

const nameOf = (element: HTMLElement): string =>
  (element.getAttribute('aria-label') ?? element.textContent ?? '').trim().replace(/\s+/g, ' ')

/** The time until the finder has closed and restored the focus, ms. Actions run after it. */
const finderClosesMs = 80

export const afterTheFinder = (does: () => void): void => void setTimeout(does, finderClosesMs)

/** Opens menus and choices by a key event, and clicks everything else. */
function press(element: HTMLElement): void {
  afterTheFinder(() => {
    element.focus()
    const opens = element.getAttribute('aria-haspopup') === 'menu' || element.getAttribute('role') === 'combobox'
    // Elements with a state answer to keys. A button whose menu has not been made yet needs a click.
    if (opens && element.dataset.state !== undefined)
      element.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    else element.click()
  })
}

/** The actions of the buttons and links, each name once. `data-also` holds other names. */
export function pageActions(): Action[] {
  const found = new Map<string, HTMLElement>()
  for (const element of registered) {
    const name = nameOf(element)
    const usable = element.offsetParent !== null && !element.matches(':disabled')
    if (usable && name !== '' && name.length <= longestName && !found.has(name)) found.set(name, element)
  }
  return [...found].map(([name, element]) => ({
    group: 'On this page',
    name,
    also: element.dataset.also,
    run: () => press(element),
  }))
}
