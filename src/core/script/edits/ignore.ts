// Findings set aside: a keep mark above the line says which, why, and of what text, so that it comes back when that changes.
import type { Line } from '../../gcode/line.ts'
import { madePassages } from '../makers/maker.ts'
import { insertBefore } from './lines.ts'
import { keptRange, type Plan, type Rehearsed, refuse } from './plan.ts'

/** `;! ignore low-travel #1a2b: my clamps are low`; scripts of earlier days have `set aside` in its place. */
const shape = /^\s*;!\s*(?:ignore|set aside) ([a-z]+(?:-[a-z]+)+) #([0-9a-z]{4}):\s*(.*?)\s*$/

/** A mark that sets a rule's findings in lines first…last aside; `holds` while those lines are as they were. */
export type AsideMark = { rule: string; reason: string; first: number; last: number; holds: boolean }

/** Four signs that change when the text does: FNV-1a over its characters, spaces at the ends left out. */
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

/** What a line's mark says was set aside, and why; null for any other line. */
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

/** Sets a rule's finding at a line aside, with the person's reason; a made passage's as a whole. */
export function setAside({ lines }: Rehearsed, rule: string, line: number, reason: string): Plan {
  const said = reason.replace(/\s+/g, ' ').trim()
  if (said === '') return refuse('Say in a few words why; in a year you will want to know.')
  const made = madePassages(lines).made.find(each => each.firstLine <= line && line <= each.lastLine)
  const first = made?.firstLine ?? line
  if (!lines[first - 1]) return refuse('That line is no longer there.')
  const old = lines.find(each => readAside(each)?.rule === rule && keptRange(lines, each.number)?.first === first)
  const mark = `;! ignore ${rule} #${sumOf(lines, first, made?.lastLine ?? line)}: ${said}`
  const title = `Ignore “${rule}” on line ${line}`
  if (old) return { ok: true, title, edits: [{ from: old.from, to: old.from + old.raw.length, insert: mark }] }
  // Above the marks that stand there already, so that none is parted from its line.
  let above = first
  while (lines[above - 2]?.kind === 'mark' && /^\s*;!/.test(lines[above - 2]?.raw ?? '')) above--
  return { ok: true, title, edits: [insertBefore(lines, above, mark)] }
}

/** Takes the mark away again, so that the finding speaks. */
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
