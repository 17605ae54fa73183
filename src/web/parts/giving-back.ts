// Where the focus goes when what opened over the page has closed: back to where one was, unless one has gone on by then.
import { useLayoutEffect } from 'react'
import { lists } from './over.ts'

/** What closes as soon as something in it is chosen is no place that one comes back to. */
const passing = `${lists}, [cmdk-root]`
const focusable = 'a[href], button, input, textarea, select, [tabindex], [contenteditable=true]'

/** What was pressed or had the focus last. A browser need not give the focus to what is pressed. */
let lastPlace: HTMLElement | SVGElement | null = null

function note({ target }: Event): void {
  if (!(target instanceof Element) || target.closest(passing)) return
  lastPlace = target.closest<HTMLElement | SVGElement>(focusable) ?? lastPlace
}

/** From the start: what opens is loaded when it is opened first, and has to know from where. */
export function watchPlaces(): void {
  addEventListener('focusin', note, { capture: true })
  addEventListener('pointerdown', note, { capture: true })
}

/** Counts this element as the one that was pressed last, because it took the place of the one that was. */
export const pressedNow = (element: HTMLElement | null): void => {
  lastPlace = element ?? lastPlace
}

/** A dialog itself has the focus only when what had it there is gone. */
const hasGoneOn = (): boolean => document.activeElement?.matches(':not(body, [role=dialog])') ?? false

/** For what gives the focus back by itself a moment after it has closed. */
export function unlessGoneOn(event: Event): void {
  if (hasGoneOn()) event.preventDefault()
}

/** For a dialog: the place that had the focus when it opened has it again when it has closed; the page's contents where it is gone. */
export function useGivesBack(open: boolean): void {
  useLayoutEffect(() => {
    if (!open) return
    const before = lastPlace
    return () => {
      // What takes its place, opened by a button in it, gives the focus back as it would have.
      lastPlace = before
      setTimeout(() => {
        if (hasGoneOn()) return
        const place = before?.isConnected ? before : document.getElementById('place')
        place?.focus({ preventScroll: true })
      })
    }
  }, [open])
}
