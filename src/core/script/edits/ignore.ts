// Ignored findings: a keep mark above the line names the rule, the reason and a checksum of the text, so that the
// finding returns when the text changes.
import type { Line } from '../../gcode/line.ts'
import { madePassages } from '../makers/maker.ts'
import { insertBefore } from './lines.ts'
import { keptRange, type Plan, type Rehearsed, refuse } from './plan.ts'

/** `;! ignore low-travel #1a2b: my clamps are low`. Older scripts have `set aside` instead of `ignore`. */
const shape = /^\s*;!\s*(?:ignore|set aside) ([a-z]+(?:-[a-z]+)*) #([0-9a-z]{4}):\s*(.*?)\s*$/

/** A mark that ignores a rule's findings in lines first…last; `holds` while those lines are unchanged. */
export type AsideMark = { rule: string; reason: string; first: number; last: number; holds: boolean }

/** A checksum of four characters: FNV-1a over the text without outer spaces. */
export function textSum(text: string): string {
  let hash = 0x811c9dc5
  for (const char of text.trim()) hash = Math.imul(hash ^ (char.codePointAt(0) as number), 0x01000193) >>> 0
  return (hash % 36 ** 4).toString(36).padStart(4, '0')
}

const sumOf = (lines: readonly Line[], first: number, last: number): string =>
  textSum(
    lines
      .slice(first - 1, last)
      .map(({ raw }) => raw.trim())
      .join('\n'),
  )

/** The rule and reason of an ignore mark; null for other lines. */
export function readAside(line: Line): { rule: string; sum: string; reason: string } | null {
  const [, rule, sum, reason] = line.kind === 'mark' ? (shape.exec(line.raw) ?? []) : []
  return rule && sum ? { rule, sum, reason: reason ?? '' } : null
}

export function asideMarks(lines: readonly Line[]): AsideMark[] {
  if (!lines.some(readAside)) return []
  const { made } = madePassages(lines)
  return lines.flatMap(line => {
    const mark = readAside(line)
    const range = mark && keptRange(lines, line.number, made)
    if (!mark || !range) return []
    return [{ ...mark, ...range, holds: sumOf(lines, range.first, range.last) === mark.sum }]
  })
}

/** Ignores a rule's finding at a line, with the person's reason; in a made passage, for the whole passage. */
export function setAside({ lines }: Rehearsed, rule: string, line: number, reason: string): Plan {
  const plainReason = reason.replace(/\s+/g, ' ').trim()
  if (plainReason === '') return refuse('Say in a few words why; in a year you will want to know.')
  const made = madePassages(lines).made.find(each => each.firstLine <= line && line <= each.lastLine)
  const first = made?.firstLine ?? line
  if (!lines[first - 1]) return refuse('That line is no longer there.')
  const old = lines.find(each => readAside(each)?.rule === rule && keptRange(lines, each.number)?.first === first)
  const mark = `;! ignore ${rule} #${sumOf(lines, first, made?.lastLine ?? line)}: ${plainReason}`
  const title = `Ignore “${rule}” on line ${line}`
  if (old) return { ok: true, title, edits: [{ from: old.from, to: old.from + old.raw.length, insert: mark }] }
  // Inserted above other marks, so that none is separated from its line.
  let above = first
  while (lines[above - 2]?.kind === 'mark' && /^\s*;!/.test(lines[above - 2]?.raw ?? '')) above--
  return { ok: true, title, edits: [insertBefore(lines, above, mark)] }
}

/** Removes the mark, so that the finding is shown again. */
export function takeBackAside({ lines }: Rehearsed, rule: string, line: number): Plan {
  const mark = lines.find(each => {
    const range = readAside(each)?.rule === rule ? keptRange(lines, each.number) : null
    return range !== null && range.first <= line && line <= range.last
  })
  if (!mark) return refuse('That mark is no longer there.')
  return {
    ok: true,
    title: `Show “${rule}” again`,
    edits: [{ from: mark.from, to: mark.from + mark.raw.length + mark.ending.length, insert: '' }],
  }
}
