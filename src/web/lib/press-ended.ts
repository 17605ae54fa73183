// Whether something is being pressed: what would move the page under the pointer waits until it has been.

let pressed: { ended: Promise<void>; end: () => void } | null = null

addEventListener(
  'pointerdown',
  ({ button }: PointerEvent) => {
    // What a context menu takes is not told to have ended.
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

// The click that a press ends with comes right after it. Who is at the keys presses no more, whatever became of it.
const release = () => {
  const was = pressed
  pressed = null
  setTimeout(() => was?.end())
}
for (const name of ['pointerup', 'pointercancel', 'keydown'] as const)
  addEventListener(name, release, { capture: true })

/** When the press that is going on has ended, with its click; at once where nothing is pressed. */
export const pressEnded = async (): Promise<void> => pressed?.ended
