// What can be done on the page that is open: whatever can be pressed says so where it is made, and the finder asks here.
import { type ReactNode, type Ref, type RefCallback, useCallback, useEffect, useRef } from 'react'

/** What the finder offers to do, under a heading. */
export type Action = {
  group: string
  name: string
  /** Other words for it. */
  also?: string
  /** The one thing of many that it is about: then it is offered when more is asked for than that thing’s name. */
  of?: string
  run: () => void
}

/** A name longer than this is a text, not something to do. */
const longestName = 80

/** Of those that would be called the same under one heading, the later ones have a number. */
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

/** For the `ref` of something that can be pressed: it can be found by its name while it is on the page. `also` is told of it too. */
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

/** A menu of the page, open or not: what it is of, and its items. */
export type MenuOfPage = {
  name: string
  /** Whether it is that of one thing of a list. */
  ofOne: boolean
  items: () => ReactNode
}

const menus = new Set<{ current: MenuOfPage | null }>()

/** The finder knows its items while it is on the page. */
export function useMenuOfPage(menu: MenuOfPage | null): void {
  const now = useRef(menu)
  useEffect(() => {
    now.current = menu
  })
  useEffect(() => {
    menus.add(now)
    return () => void menus.delete(now)
  }, [])
}

export const menusOfPage = (): MenuOfPage[] => [...menus].flatMap(({ current }) => current ?? [])

const nameOf = (element: HTMLElement): string =>
  (element.getAttribute('aria-label') ?? element.textContent ?? '').trim().replace(/\s+/g, ' ')

/** The finder has to have closed and given the focus back before something is done on the page, ms. */
const finderClosesMs = 80

export const afterTheFinder = (does: () => void): void => void setTimeout(does, finderClosesMs)

/** Menus and choices open by key; all else is pressed. */
function press(element: HTMLElement): void {
  afterTheFinder(() => {
    element.focus()
    const opens = element.getAttribute('aria-haspopup') === 'menu' || element.getAttribute('role') === 'combobox'
    // What has a state answers to keys; a button that is yet to become a menu does not.
    if (opens && element.dataset.state !== undefined)
      element.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
    else element.click()
  })
}

/** What can be pressed now, each name once; `data-also` has other words for it. */
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
