// Whether a mouse button is pressed: changes that would move the page under the pointer wait until it is released.

let pressed: { ended: Promise<void>; end: () => void } | null = null

addEventListener(
  'pointerdown',
  ({ button }: PointerEvent) => {
    // The release of a press that opens a context menu is not reported.
    if (button !== 0) return
    let end = () => {}
    const ended = new Promise<void>(done => {
      end = done
    })
    pressed?.end()
    pressed = { ended, end }
  },
  { capture: true },
)

// The click follows the release immediately. A key also ends the press, because its release may have been missed.
const release = () => {
  const was = pressed
  pressed = null
  setTimeout(() => was?.end())
}
for (const name of ['pointerup', 'pointercancel', 'keydown'] as const)
  addEventListener(name, release, { capture: true })

/** Resolves when the current press has ended, with its click; at once if nothing is pressed. */
export const pressEnded = async (): Promise<void> => pressed?.ended
