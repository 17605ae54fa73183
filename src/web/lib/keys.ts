// React keys for list items without a name: the n-th item of a line keeps its element when its time or position
// changes.

/** A key for each item: the text that it belongs to, and the number of earlier items with that text. */
export function keysOf<T>(items: readonly T[], belongsTo: (item: T) => string | number): string[] {
  const seen = new Map<string | number, number>()
  return items.map(item => {
    const to = belongsTo(item)
    const before = seen.get(to) ?? 0
    seen.set(to, before + 1)
    return `${to} ${before}`
  })
}
