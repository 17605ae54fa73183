// Esc closes the dialog that opened last, from the moment that it is there; a menu or a list that is open over it sees to itself.
import { useLayoutEffect, useRef } from 'react'
import { lists } from './overlays.ts'

/** What closes each dialog that is open, in the order in which they opened. */
const closes: (() => void)[] = []

const listOver = (): boolean => [...document.querySelectorAll(lists)].some(list => !list.closest('[cmdk-root]'))

/** From the start, before any other that hears of a key. */
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
  const newest = useRef(close)
  useLayoutEffect(() => {
    newest.current = close
  })
  useLayoutEffect(() => {
    if (!open) return
    const mine = () => newest.current()
    closes.push(mine)
    return () => void closes.splice(closes.indexOf(mine), 1)
  }, [open])
}
