// A button that opens something which is made, and loaded, when it is opened first: what makes the button one that opens it.
import type { ComponentProps, KeyboardEvent, MouseEvent } from 'react'

/** `load` begins as soon as the button is pointed at; `keys` open it besides those that press a button. `open` is told whether a key did. */
export const opener = (
  load: () => Promise<unknown>,
  keys: readonly string[],
  open: (byKey: boolean) => void,
): ComponentProps<'button'> => ({
  'aria-expanded': false,
  // One that can't be had says so when it is opened.
  onPointerEnter: () => void load().catch(() => {}),
  onFocus: () => void load().catch(() => {}),
  // A field that is left says what is wrong with it, and would move the button from under the pointer; what opens takes the focus.
  onMouseDown: event => event.preventDefault(),
  // A press by key is a click without a place.
  onClick: ({ detail }: MouseEvent) => open(detail === 0),
  onKeyDown: (event: KeyboardEvent) => {
    if (!keys.includes(event.key)) return
    event.preventDefault()
    open(true)
  },
})
