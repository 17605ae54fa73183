// The actions that menus, shortcuts and the finder share. A component registers its actions while it is on the page.
import type { LucideIcon } from 'lucide-react'
import { type Ref, type RefCallback, useCallback, useEffect, useSyncExternalStore } from 'react'
import { useLatest } from '../lib/useLatest.ts'

export type Action = {
  /** Unique among the actions of its menu or list. */
  id: string
  title: string
  /** Other names for it, for the finder. */
  aliases?: string
  /** Whether it is possible now; if not, it is not offered. */
  when?: boolean
  run: () => void
}

/** An action as a menu shows it. */
export type MenuAction = Action & {
  /** Shown below the title: what the action is for. */
  about?: string
  icon?: LucideIcon
  /** What has to be done before the action is possible, as in “save first”. Until then the item is disabled. */
  first?: string
}

/** An action as the finder lists it, under the heading `group`. */
export type FinderAction = Action & {
  group: string
  /** The item of a list that it belongs to. It is offered only if the query contains more than that item's name. */
  of?: string
}

/** The actions that are possible now. */
export const possible = <T extends Action>(actions: readonly T[]): T[] => actions.filter(({ when = true }) => when)

/** Numbers the later ones of actions with the same title and heading. */
export function withDistinctTitles(actions: readonly FinderAction[]): FinderAction[] {
  const times = new Map<string, number>()
  return actions.map(action => {
    const called = `${action.group} ${action.title}`
    const time = (times.get(called) ?? 0) + 1
    times.set(called, time)
    return time === 1 ? action : { ...action, title: `${action.title} (${time})` }
  })
}

/** Changes whenever an action or button is registered or removed, so that an open finder lists its actions anew. */
let version = 0
const listeners = new Set<() => void>()

function registryChanged(): void {
  version += 1
  for (const listener of listeners) listener()
}

const onRegistryChange = (listener: () => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}
const never = () => () => {}

/** Returns a number that changes whenever an action or button is registered or removed. It is followed only while `watching`. */
export const useRegistryVersion = (watching: boolean): number =>
  useSyncExternalStore(watching ? onRegistryChange : never, () => version)

type Source = () => readonly FinderAction[]

const sources = new Set<{ current: Source }>()

/** Registers actions for the finder while the component is on the page. The finder calls `source` when it lists them. */
export function useFinderActions(source: Source): void {
  const latest = useLatest(source)
  useEffect(() => {
    sources.add(latest)
    registryChanged()
    return () => {
      sources.delete(latest)
      registryChanged()
    }
  }, [latest])
}

export const registeredActions = (): FinderAction[] => [...sources].flatMap(({ current }) => possible(current()))

const buttons = new Set<HTMLElement>()

/**
 * For the `ref` of a button or link: the finder lists it under its label while it is on the page. `alsoRef` gets the
 * element too.
 */
export function useFinderButton<T extends HTMLElement>(alsoRef?: Ref<T>): RefCallback<T> {
  return useCallback(
    (button: T | null) => {
      if (!button) return
      buttons.add(button)
      registryChanged()
      const end = typeof alsoRef === 'function' ? alsoRef(button) : undefined
      if (alsoRef && typeof alsoRef === 'object') alsoRef.current = button
      return () => {
        buttons.delete(button)
        registryChanged()
        if (typeof end === 'function') end()
        else if (typeof alsoRef === 'function') alsoRef(null)
        else if (alsoRef) alsoRef.current = null
      }
    },
    [alsoRef],
  )
}

/** Limit of a label, in characters. A button with a longer one shows a text, such as a note, and the finder leaves it out. */
const maxLabelChars = 80

const labelOf = (element: HTMLElement): string =>
  (element.getAttribute('aria-label') ?? element.textContent ?? '').trim().replace(/\s+/g, ' ')

/** The time until the finder has closed and restored the focus, ms. Actions that move the focus wait for it. */
const finderClosesMs = 80

export const afterFinderCloses = (run: () => void): void => void setTimeout(run, finderClosesMs)

/** The actions of the page's buttons and links, each label once. */
export function buttonActions(): FinderAction[] {
  const byLabel = new Map<string, HTMLElement>()
  for (const button of buttons) {
    const label = labelOf(button)
    const usable = button.offsetParent !== null && !button.matches(':disabled')
    if (usable && label !== '' && label.length <= maxLabelChars && !byLabel.has(label)) byLabel.set(label, button)
  }
  return [...byLabel].map(([title, button]) => ({
    id: title,
    group: 'On this page',
    title,
    run: () =>
      afterFinderCloses(() => {
        button.focus()
        button.click()
      }),
  }))
}
