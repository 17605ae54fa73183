// Delays work until the browser has painted.

const waiting = new Set<() => void>()

function soon(): void {
  const acts = [...waiting]
  waiting.clear()
  for (const act of acts) act()
}

/**
 * Calls `act` after the next frame, once, however often it is requested before that. A hidden page does not wait for a
 * frame.
 */
export function whenPainted(act: () => void): void {
  const first = waiting.size === 0
  waiting.add(act)
  if (!first) return
  const next = () => void setTimeout(soon, 0)
  if (document.hidden) next()
  else requestAnimationFrame(next)
}
