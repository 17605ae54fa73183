// Parts of the core that are large and seldom needed. Each stands behind a door: whoever runs the core brings all of them (bring/whole.ts),
// or, in a page, those that a text needs (bring/for-text.ts).

/** What is thrown where a part is asked for that nobody has brought. */
export class NotBrought extends Error {}

/** A door: what gives the part, and what brings it. */
export function onDemand<T>(what: string): readonly [now: () => T, bring: (part: T) => void] {
  let there: T | null = null
  const now = (): T => {
    if (there === null) throw new NotBrought(`${what} has not been loaded.`)
    return there
  }
  const bring = (part: T): void => {
    there = part
  }
  return [now, bring]
}
