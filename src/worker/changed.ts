// Lists that cross from a worker to its page again and again, mostly the same: only what changed of them is sent.

/** So many stay as they were before and behind what is new. */
export type Changed<T> = { head: number; tail: number; middle: readonly T[] }

/** What a list is made of, in a form that can be compared. */
const inWords = (list: readonly unknown[]): string[] => list.map(each => JSON.stringify(each) ?? '')

/** Remembers what was sent last, at the worker. */
export class Sender {
  private last: readonly string[] = []

  /** What changed since the list before; all of it where the page has not got that. */
  changed<T>(list: readonly T[], anew: boolean): Changed<T> {
    const [before, now] = [anew ? [] : this.last, inWords(list)]
    this.last = now
    const most = Math.min(before.length, now.length)
    let head = 0
    while (head < most && before[head] === now[head]) head++
    let tail = 0
    while (tail < most - head && before[before.length - 1 - tail] === now[now.length - 1 - tail]) tail++
    return { head, tail, middle: list.slice(head, list.length - tail) }
  }
}

/** A list from the one before and what changed of it; what stays is the same objects. */
export const changedTo = <T>(before: readonly T[], { head, tail, middle }: Changed<T>): T[] => [
  ...before.slice(0, head),
  ...middle,
  ...before.slice(before.length - tail),
]
