// Keys for what is drawn in a list and has no name of its own: the n-th of its line keeps its element when its time or place changes.

/** A key for each, by what it belongs to and how many of that come before it. */
export function keysOf<T>(items: readonly T[], belongsTo: (item: T) => string | number): string[] {
  const seen = new Map<string | number, number>()
  return items.map(item => {
    const to = belongsTo(item)
    const before = seen.get(to) ?? 0
    seen.set(to, before + 1)
    return `${to} ${before}`
  })
}
