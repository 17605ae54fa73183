// Sends lists from a worker to its page as differences: most of a list stays the same from one round to the next.

/** A change of a list: the first `head` and the last `tail` items stay, and `middle` is new between them. */
export type Changed<T> = { head: number; tail: number; middle: readonly T[] }

/** The items as texts that can be compared. */
const inWords = (list: readonly unknown[]): string[] => list.map(each => JSON.stringify(each) ?? '')

/** Remembers the list that was sent last. Used in the worker. */
export class Sender {
  private last: readonly string[] = []

  /** The change since the last list; the whole list if `anew`, because the page does not have the last one. */
  changed<T>(list: readonly T[], anew: boolean): Changed<T> {
    const [before, now] = [anew ? [] : this.last, inWords(list)]
    this.last = now
    const max = Math.min(before.length, now.length)
    let head = 0
    while (head < max && before[head] === now[head]) head++
    let tail = 0
    while (tail < max - head && before[before.length - 1 - tail] === now[now.length - 1 - tail]) tail++
    return { head, tail, middle: list.slice(head, list.length - tail) }
  }
}

/** Applies a change to the earlier list. Items that stay are the same objects. */
export const changedTo = <T>(before: readonly T[], { head, tail, middle }: Changed<T>): T[] => [
  ...before.slice(0, head),
  ...middle,
  ...before.slice(before.length - tail),
]

type Lists = Readonly<Record<string, readonly unknown[]>>
export type ChangedLists<L extends Lists> = { [Name in keyof L]: Changed<L[Name][number]> }

/** Does the same for several lists at once. */
export class ListsSender<L extends Lists> {
  private readonly senders = new Map<string, Sender>()

  changed(lists: L, anew: boolean): ChangedLists<L> {
    const changed = Object.entries(lists).map(([name, list]) => {
      const sender = this.senders.get(name) ?? new Sender()
      this.senders.set(name, sender)
      return [name, sender.changed(list, anew)]
    })
    // The same names, each with the change of its list: the compiler does not follow entries.
    return Object.fromEntries(changed) as ChangedLists<L>
  }
}

/** Applies the changes of several lists; see `changedTo`. */
export function listsChangedTo<L extends Lists>(before: L, changed: ChangedLists<L>): L {
  const lists = Object.entries(before).map(([name, list]) => [name, changedTo(list, changed[name as keyof L])])
  // The same names, each with a list of the same kind: the compiler does not follow entries.
  return Object.fromEntries(lists) as unknown as L
}
