// Esc closes the dialog that opened last. A menu or listbox that is open over a dialog handles Esc itself.
import { useLayoutEffect } from 'react'
import { lists } from './overlays.ts'
import { useLatest } from './useLatest.ts'

/** Functions that close the open dialogs, in the order in which they opened. */
const closes: (() => void)[] = []

const listOver = (): boolean => [...document.querySelectorAll(lists)].some(list => !list.closest('[cmdk-root]'))

/** Call once at start-up, so that this gets Esc before any other listener. */
export function watchEscape(): void {
  addEventListener(
    'keydown',
    (event: KeyboardEvent) => {
      const close = closes.at(-1)
      if (event.key !== 'Escape' || event.isComposing || !close || listOver()) return
      event.preventDefault()
      event.stopImmediatePropagation()
      close()
    },
    { capture: true },
  )
}

export function useClosedByEscape(open: boolean, close: () => void): void {
  const newest = useLatest(close)
  useLayoutEffect(() => {
    if (!open) return
    const mine = () => newest.current()
    closes.push(mine)
    return () => void closes.splice(closes.indexOf(mine), 1)
  }, [open, newest])
}
