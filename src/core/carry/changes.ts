// The changes of a plan in the order of the carried text, the text that they come to, and edits of that text put back into them.
import { splitLines } from '../gcode/read.ts'
import { applyEdits, type Edit } from '../model/script.ts'
import type { ChangeKind } from './outcomes.ts'

/** `line` is null for what is added; `id` tells a change from the others of its plan. */
export type Change = { id: string; line: number | null; became: readonly string[]; kind: ChangeKind; why: string }

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

/** The text that changes come to; each line ends as the one that it comes from. */
export function writtenOut(changes: readonly Change[], { ending, ofLine, lastOpen }: Ends): string {
  const text = changes
    .flatMap(({ became, line }) => became.map(each => each + (line === null ? ending : ofLine[line - 1] || ending)))
    .join('')
  return lastOpen && text.endsWith(ending) ? text.slice(0, -ending.length) : text
}

/**
 * The changes with edits of their text put into them: lines that an edit touches are changed for this reason, lines that it puts in
 * are added. Null where an edit goes over several lines, which no single line could be said to have become.
 */
export function withEdits(
  changes: readonly Change[],
  ends: Ends,
  edits: readonly Edit[],
  why: string,
): Change[] | null {
  const text = writtenOut(changes, ends)
  const made: Change[] = changes.map(each => ({ ...each, became: [...each.became] }))
  const places = changes.flatMap(({ became }, change) => became.map((_, line) => ({ change, line })))
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
  for (const edit of edits) {
    const index = starts.findLastIndex(start => start <= edit.from)
    const line = lines[index]
    const start = starts[index] ?? 0
    if (edit.from === edit.to && /[\r\n]$/.test(edit.insert) && (edit.from === start || edit.from === text.length)) {
      const became = edit.insert.split(/\r\n|\r|\n/).slice(0, -1)
      const place = edit.from === text.length ? made.length : (places[index]?.change ?? made.length)
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
    const kind = change.kind === 'same' ? 'changed' : change.kind
    made[place.change] = { ...change, became, kind, why: change.kind === 'same' ? why : `${change.why} ${why}`.trim() }
  }
  return made
    .flatMap((change, i) => [...added.filter(({ before }) => before === i).map(each => each.change), change])
    .concat(added.filter(({ before }) => before >= made.length).map(each => each.change))
}
