// The changes of a plan in the order of the carried text, the resulting text, and edits of that text applied to the
// changes.
import { splitLines } from '../gcode/read.ts'
import { applyEdits, type Edit } from '../model/script.ts'
import type { ChangeKind } from './outcomes.ts'

/**
 * `line` is null for additions; `id` identifies a change within its plan. `wouldBe` has the lines of a refused
 * addition, so that it can be accepted again.
 */
export type Change = {
  id: string
  line: number | null
  became: readonly string[]
  kind: ChangeKind
  why: string
  wouldBe?: readonly string[]
}

/** A refused change: a line stays as it was (`raw`), an addition is left out. */
export const unwanted = (change: Change, raw: string): Change =>
  change.line === null
    ? { ...change, became: [], kind: 'same', why: 'Not added, as you chose.', wouldBe: change.became }
    : { ...change, became: [raw], kind: 'same', why: 'Unchanged, as you chose.' }

/** The line breaks of a text, and whether its last line has one. */
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

/** The text of changes; each line has the line break of its source line. */
export function writtenOut(changes: readonly Change[], { ending, ofLine, lastOpen }: Ends): string {
  const text = changes
    .flatMap(({ became, line }) => became.map(each => each + (line === null ? ending : ofLine[line - 1] || ending)))
    .join('')
  return lastOpen ? withoutLastBreak(text) : text
}

/** The change at an offset of the written text. */
export function changeAt(changes: readonly Change[], ends: Ends, place: number): Change | undefined {
  let end = 0
  return changes.find(change => {
    end += writtenOut([change], { ...ends, lastOpen: false }).length
    return place < end
  })
}

/** A line of a change's result. */
type Place = { change: number; line: number }

const changedToo = (change: Change, became: readonly string[], why: string): Change => ({
  ...change,
  became,
  kind: change.kind === 'same' ? 'changed' : change.kind,
  why: change.kind === 'same' ? why : `${change.why} ${why}`.trim(),
})

/**
 * Applies edits of the text to the changes: lines that an edit touches are changed for the given reason, and inserted
 * lines are additions or belong to the line they are inserted in. Null if an edit covers several lines, because no
 * single line would be its source.
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
  // A line that contains a line break can't be assigned.
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
  // From last to first, so that earlier positions stay valid; of two inserts at one position the later is applied
  // first.
  for (const { place, lines } of within.toReversed().sort((a, b) => b.place.line - a.place.line)) {
    const change = made[place.change]
    if (change) made[place.change] = changedToo(change, change.became.toSpliced(place.line, 0, ...lines), why)
  }
  return made
    .flatMap((change, i) => [...added.filter(({ before }) => before === i).map(each => each.change), change])
    .concat(added.filter(({ before }) => before >= made.length).map(each => each.change))
}
