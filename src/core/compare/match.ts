// Matches the passages of two scripts: same, changed, moved, removed or new.
import type { Line } from '../gcode/line.ts'
import { blockOf } from '../script/edits/plan.ts'
import type { Passage } from '../script/passages.ts'

/** A script to compare: its lines and passages. */
export type Side = { lines: readonly Line[]; passages: readonly Passage[] }

/**
 * A passage with its match on the other side. `changed` and `moved` may both hold; `moved` marks the smallest number of
 * passages that explains the new order.
 */
export type Match =
  | { left: Passage; right: Passage; same: boolean; moved: boolean }
  | { left: Passage; right: null }
  | { left: null; right: Passage }

/** Passages with a lower similarity are not matched. */
const leastAlike = 0.4

type Bag = Map<string, number>

function bagOf(words: readonly string[]): Bag {
  const bag: Bag = new Map()
  for (const word of words) bag.set(word, (bag.get(word) ?? 0) + 1)
  return bag
}

/** The similarity of two bags of lines (Dice's coefficient), from 0 to 1. */
function shared(a: Bag, b: Bag): number {
  let [both, all] = [0, 0]
  for (const [word, count] of a) {
    both += Math.min(count, b.get(word) ?? 0)
    all += count
  }
  for (const count of b.values()) all += count
  return all === 0 ? 1 : (2 * both) / all
}

type Read = { passage: Passage; text: string; lines: Bag; commands: Bag }

function readSide({ lines, passages }: Side): Read[] {
  return passages.map(passage => {
    const { first, last } = blockOf(passage)
    const own = lines.slice(first - 1, last)
    // A commented-out line equals the same line.
    const bare = own.map(({ raw }) => raw.replace(/^\s*;\s?(?=[A-Z]\d)/, '').trim())
    return {
      passage,
      text: own.map(({ raw }) => raw.trimEnd()).join('\n'),
      lines: bagOf(bare.filter(Boolean)),
      commands: bagOf(bare.flatMap(line => /^[A-Za-z_]\w*/.exec(line)?.[0] ?? [])),
    }
  })
}

function alike(a: Read, b: Read): number {
  if (a.text === b.text) return 2
  const title = a.passage.title === b.passage.title ? 0.2 : 0
  const kind = a.passage.kind === b.passage.kind ? 0.2 : 0
  return 0.35 * shared(a.lines, b.lines) + 0.25 * shared(a.commands, b.commands) + title + kind
}

/** Above this number of passages, each is compared only with those near its position, and with those of equal text. */
const fewEnough = 200
const near = 30

function candidatesFor(a: Read, place: number, rights: readonly Read[]): number[] {
  const few = rights.length <= fewEnough
  const first = few ? 0 : Math.max(0, place - near)
  const end = few ? rights.length : Math.min(rights.length, place + near + 1)
  const close = Array.from({ length: Math.max(0, end - first) }, (_, i) => first + i)
  const same = few ? -1 : rights.findIndex(({ text }) => text === a.text)
  return same < 0 || (first <= same && same < end) ? close : [...close, same]
}

/** The longest increasing subsequence, as indexes. */
function longestRise(numbers: readonly number[]): Set<number> {
  const best = numbers.map(() => 1)
  const before = numbers.map(() => -1)
  numbers.forEach((number, i) => {
    for (let j = 0; j < i; j++)
      if ((numbers[j] as number) < number && (best[j] as number) + 1 > (best[i] as number)) {
        best[i] = (best[j] as number) + 1
        before[i] = j
      }
  })
  const chosen = new Set<number>()
  let at = best.indexOf(Math.max(...best))
  while (at >= 0) {
    chosen.add(at)
    at = before[at] as number
  }
  return chosen
}

/**
 * Matches the passages of two scripts, most similar pairs first, and then finds those that moved. In the order of the
 * right side; removed passages are at their old position.
 */
export function matchPassages(leftSide: Side, rightSide: Side): Match[] {
  const [lefts, rights] = [readSide(leftSide), readSide(rightSide)]
  const pairs = lefts
    .flatMap((a, i) =>
      candidatesFor(a, i, rights).map(j => ({ i, j, score: alike(a, rights[j] as Read), apart: Math.abs(i - j) })),
    )
    .filter(({ score }) => score >= leastAlike)
    .sort((a, b) => b.score - a.score || a.apart - b.apart)
  const [likeOfLeft, likeOfRight] = [new Map<number, number>(), new Map<number, number>()]
  for (const { i, j } of pairs) {
    if (likeOfLeft.has(i) || likeOfRight.has(j)) continue
    likeOfLeft.set(i, j)
    likeOfRight.set(j, i)
  }
  const paired = [...likeOfLeft].sort(([a], [b]) => a - b)
  const inOrder = longestRise(paired.map(([, j]) => j))
  const moved = new Set(paired.filter((_, at) => !inOrder.has(at)).map(([, j]) => j))

  const matches: Match[] = []
  let nextLeft = 0
  const gone = (until: number) => {
    for (; nextLeft < until; nextLeft++)
      if (!likeOfLeft.has(nextLeft)) matches.push({ left: (lefts[nextLeft] as Read).passage, right: null })
  }
  rights.forEach((right, j) => {
    const i = likeOfRight.get(j)
    if (i === undefined) {
      matches.push({ left: null, right: right.passage })
      return
    }
    const left = lefts[i] as Read
    if (!moved.has(j)) {
      gone(i)
      nextLeft = Math.max(nextLeft, i + 1)
    }
    matches.push({
      left: left.passage,
      right: right.passage,
      same: left.text === right.text,
      moved: moved.has(j),
    })
  })
  gone(lefts.length)
  return matches
}

/** The text of a passage with its heading. */
export function textOf({ lines }: Side, passage: Passage): string {
  const { first, last } = blockOf(passage)
  return lines
    .slice(first - 1, last)
    .map(({ raw, ending }) => raw + ending)
    .join('')
}
