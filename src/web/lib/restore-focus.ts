// Returns the focus to where it was when a dialog or menu closes, unless the person has moved it meanwhile.
import { useLayoutEffect } from 'react'
import { lists } from './overlays.ts'

/** Menus and listboxes close on selection, so focus is never restored into them. */
const passing = `${lists}, [cmdk-root]`
const focusable = 'a[href], button, input, textarea, select, [tabindex], [contenteditable=true]'

/** The element that was pressed or focused last. Browsers do not focus every element that is pressed. */
let lastPlace: HTMLElement | SVGElement | null = null

function note({ target }: Event): void {
  if (!(target instanceof Element) || target.closest(passing)) return
  lastPlace = target.closest<HTMLElement | SVGElement>(focusable) ?? lastPlace
}

/** Call once at start-up: overlays need the element that had the focus before they open. */
export function watchPlaces(): void {
  addEventListener('focusin', note, { capture: true })
  addEventListener('pointerdown', note, { capture: true })
}

/** Counts this element as pressed last: it replaces the button that was pressed, as a menu's trigger does. */
export const pressedNow = (element: HTMLElement | null): void => {
  lastPlace = element ?? lastPlace
}

/** Whether the focus is somewhere else by now. A dialog itself is focused only if the focused element in it is gone. */
const hasGoneOn = (): boolean => document.activeElement?.matches(':not(body, [role=dialog])') ?? false

/** For components that restore the focus themselves: prevents it if the person has moved the focus. */
export function unlessGoneOn(event: Event): void {
  if (hasGoneOn()) event.preventDefault()
}

/** For dialogs: restores the focus when the dialog closes, to the page's contents if the earlier element is gone. */
export function useGivesBack(open: boolean): void {
  useLayoutEffect(() => {
    if (!open) return
    const before = lastPlace
    return () => {
      // A dialog opened by a button in this one restores the focus to the same element.
      lastPlace = before
      setTimeout(() => {
        if (hasGoneOn()) return
        const place = before?.isConnected ? before : document.getElementById('place')
        place?.focus({ preventScroll: true })
      })
    }
  }, [open])
}
