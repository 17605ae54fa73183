// The changes of a plan in the order of the carried text, the text that they come to, and edits of that text put back into them.
import { splitLines } from '../gcode/read.ts'
import { applyEdits, type Edit } from '../model/script.ts'
import type { ChangeKind } from './outcomes.ts'

/**
 * `line` is null for what is added; `id` tells a change from the others of its plan. Of an addition that the person does not want
 * `wouldBe` has its lines, so that it can be wanted again.
 */
export type Change = {
  id: string
  line: number | null
  became: readonly string[]
  kind: ChangeKind
  why: string
  wouldBe?: readonly string[]
}

/** A change that the person does not want: a line stays as it was, `raw`; an addition stays away. */
export const unwanted = (change: Change, raw: string): Change =>
  change.line === null
    ? { ...change, became: [], kind: 'same', why: 'It stays away, as you chose.', wouldBe: change.became }
    : { ...change, became: [raw], kind: 'same', why: 'It stays as it was, as you chose.' }

/** How a text ends its lines, and whether its last line is ended. */
export type Ends = { ending: string; ofLine: readonly string[]; lastOpen: boolean }

export function endsOf(text: string): Ends {
  const lines = splitLines(text)
  return {
    ending: lines.find(({ ending }) => ending)?.ending ?? '\n',
    ofLine: lines.map(({ ending }) => ending),
    lastOpen: lines.at(-1)?.ending === '',
  }
}

/** Removes the last line break (`\n`, `\r\n` or `\r`) if the text ends in one. Example: `M84\r\n` gives `M84`. */
export const withoutLastBreak = (text: string): string => text.replace(/(?:\r\n|\r|\n)$/, '')

/** The text that changes come to; each line ends as the one that it comes from. */
export function writtenOut(changes: readonly Change[], { ending, ofLine, lastOpen }: Ends): string {
  const text = changes
    .flatMap(({ became, line }) => became.map(each => each + (line === null ? ending : ofLine[line - 1] || ending)))
    .join('')
  return lastOpen ? withoutLastBreak(text) : text
}

/** The change that this place of the written-out text belongs to. */
export function changeAt(changes: readonly Change[], ends: Ends, place: number): Change | undefined {
  let end = 0
  return changes.find(change => {
    end += writtenOut([change], { ...ends, lastOpen: false }).length
    return place < end
  })
}

/** A line of what a change became. */
type Place = { change: number; line: number }

const changedToo = (change: Change, became: readonly string[], why: string): Change => ({
  ...change,
  became,
  kind: change.kind === 'same' ? 'changed' : change.kind,
  why: change.kind === 'same' ? why : `${change.why} ${why}`.trim(),
})

/**
 * The changes with edits of their text put into them: lines that an edit touches are changed for this reason, lines that it puts in
 * are added, or belong to what they are put into. Null where an edit goes over several lines, which no single line could be said to have become.
 */
export function withEdits(
  changes: readonly Change[],
  ends: Ends,
  edits: readonly Edit[],
  why: string,
): Change[] | null {
  const text = writtenOut(changes, ends)
  const made: Change[] = changes.map(each => ({ ...each, became: [...each.became] }))
  const places = changes.flatMap(({ became }, change) => became.map((_, line): Place => ({ change, line })))
  const lines = splitLines(text)
  // A line that has a line’s end within it is none that could be told apart.
  if (lines.length !== places.length) return null
  const starts: number[] = []
  let at = 0
  for (const { raw, ending } of lines) {
    starts.push(at)
    at += raw.length + ending.length
  }
  const added: { before: number; change: Change }[] = []
  const ofLine = new Map<number, Edit[]>()
  const within: { place: Place; lines: string[] }[] = []
  for (const edit of edits) {
    const index = starts.findLastIndex(start => start <= edit.from)
    const line = lines[index]
    const start = starts[index] ?? 0
    if (edit.from === edit.to && /[\r\n]$/.test(edit.insert) && (edit.from === start || edit.from === text.length)) {
      const became = edit.insert.split(/\r\n|\r|\n/).slice(0, -1)
      const inside = edit.from === text.length ? undefined : places[index]
      if (inside && inside.line > 0) {
        within.push({ place: inside, lines: became })
        continue
      }
      const place = inside?.change ?? made.length
      added.push({
        before: place,
        change: { id: `+${made[place]?.id ?? 'end'}:${became[0]}`, line: null, became, kind: 'added', why },
      })
      continue
    }
    if (!line || edit.to > start + line.raw.length) return null
    ofLine.set(index, [
      ...(ofLine.get(index) ?? []),
      { from: edit.from - start, to: edit.to - start, insert: edit.insert },
    ])
  }
  for (const [index, own] of ofLine) {
    const place = places[index]
    const change = place && made[place.change]
    if (!change || !place) return null
    const became = change.became.map((each, i) => (i === place.line ? applyEdits(each, own) : each))
    made[place.change] = changedToo(change, became, why)
  }
  // From the last on, so that the places of the others stay; of two at one place the later is put in first, and pushed on.
  for (const { place, lines } of within.toReversed().sort((a, b) => b.place.line - a.place.line)) {
    const change = made[place.change]
    if (change) made[place.change] = changedToo(change, change.became.toSpliced(place.line, 0, ...lines), why)
  }
  return made
    .flatMap((change, i) => [...added.filter(({ before }) => before === i).map(each => each.change), change])
    .concat(added.filter(({ before }) => before >= made.length).map(each => each.change))
}
