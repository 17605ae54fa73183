// What can wait until what is on its way to the screen has been painted.

const waiting = new Set<() => void>()

function soon(): void {
  const acts = [...waiting]
  waiting.clear()
  for (const act of acts) act()
}

/** Does it behind the next frame, once, however often it is asked for until then; a page that nobody sees does not wait for one. */
export function whenPainted(act: () => void): void {
  const first = waiting.size === 0
  waiting.add(act)
  if (!first) return
  const next = () => void setTimeout(soon, 0)
  if (document.hidden) next()
  else requestAnimationFrame(next)
}
