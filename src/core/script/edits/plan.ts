// The input and the result of every editing tool: a rehearsed script, and a plan that can be previewed, applied and
// undone.

import type { PlainCommand } from '../../effects/run.ts'
import type { Line } from '../../gcode/line.ts'
import { read } from '../../gcode/read.ts'
import type { Stage } from '../../machine/state.ts'
import type { Trace } from '../../machine/trace.ts'
import { applyEdits, type Edit } from '../../model/script.ts'
import type { Resolution } from '../../resolve/resolution.ts'
import { headingOf } from '../headings.ts'
import { type MadePassage, madePassages } from '../makers/maker.ts'
import type { Passage } from '../passages.ts'

/** A script as the tools see it: read, and rehearsed. */
export type Rehearsed = {
  text: string
  lines: readonly Line[]
  commands: readonly PlainCommand[]
  resolution: Resolution
  trace: Trace
  stage: Stage
}

/** A line that a plan would change, and that the person may exclude: its text, and the word in it. */
export type Place = { line: number; text: string; word: string; chosen: boolean }

/** Edits with a title and optionally a note about deviations from the request, or the reason for a refusal. */
export type Plan =
  | { ok: true; title: string; edits: Edit[]; note?: string; places?: Place[] }
  | { ok: false; why: string }

export const refuse = (why: string): Plan => ({ ok: false, why })

/**
 * The lines of a passage with its heading, which are moved, copied and removed together. First and last line, from 1.
 */
export const blockOf = (passage: Passage): { first: number; last: number } => ({
  first: passage.headingLine ?? passage.firstLine,
  last: passage.made?.endLine ?? passage.lastLine,
})

/** The range of some lines in the text, including the last line break. */
export function rangeOf(lines: readonly Line[], first: number, last: number): { from: number; to: number } {
  const end = lines[last - 1]
  return { from: lines[first - 1]?.from ?? 0, to: end ? end.from + end.raw.length + end.ending.length : 0 }
}

const keepMark = (line: Line | undefined): string | null =>
  line?.kind === 'mark' ? (/^\s*;!\s*(.*?)\s*$/.exec(line.raw)?.[1] ?? null) : null

/**
 * The lines that a keep mark protects: the next line that is not a mark; everything down to the next blank line if that
 * is a heading; the whole of a made passage. Null for a line without a mark, or without a line below.
 */
export function keptRange(
  lines: readonly Line[],
  number: number,
  made: readonly MadePassage[] = madePassages(lines).made,
): { first: number; last: number } | null {
  if (keepMark(lines[number - 1]) === null) return null
  let first = number + 1
  while (keepMark(lines[first - 1]) !== null) first++
  const target = lines[first - 1]
  if (!target) return null
  let last = made.find(each => each.firstLine === first)?.lastLine ?? first
  if (headingOf(target) !== null) while (lines[last] && lines[last]?.kind !== 'blank') last++
  return { first, last }
}

/** Each kept line with the reason in its mark. */
export function keptLines(lines: readonly Line[]): ReadonlyMap<number, string> {
  const kept = new Map<number, string>()
  const { made } = madePassages(lines)
  for (const line of lines) {
    const why = keepMark(line)
    const range = why === null ? null : keptRange(lines, line.number, made)
    if (why === null || !range) continue
    for (let number = range.first; number <= range.last; number++) if (!kept.has(number)) kept.set(number, why)
  }
  return kept
}

/**
 * Whether an edit changes the line from…end. Inserting text at its start counts, even a whole line, because it
 * separates the line from its mark; at its end only text on the same line counts.
 */
function touches({ from, to, insert }: Edit, lineFrom: number, end: number): boolean {
  if (from < to) return from < end && to > lineFrom
  return from >= lineFrom && (from < end || (from === end && !/^[\r\n]/.test(insert)))
}

/** The first kept line that edits would change, with its reason; null if none. */
export function keptLineTouched(text: string, edits: readonly Edit[]): { line: number; why: string } | null {
  const lines = read(text)
  for (const [number, why] of keptLines(lines)) {
    const line = lines[number - 1] as Line
    const end = line.from + line.raw.length
    const touched = edits.some(edit => touches(edit, line.from, end))
    if (touched) return { line: line.number, why }
  }
  return null
}

/**
 * The made passage whose lines edits would change; null if none. Its marker lines may change, and the whole passage may
 * be removed.
 */
export function madeLinesTouched(text: string, edits: readonly Edit[]): MadePassage | null {
  const lines = read(text)
  const touched = ({ firstLine, lastLine }: MadePassage): boolean => {
    const whole = rangeOf(lines, firstLine, lastLine)
    const inner = rangeOf(lines, firstLine + 1, lastLine - 1)
    return edits.some(
      ({ from, to }) => from < inner.to && to >= inner.from && !(from <= whole.from && to >= whole.to - 1),
    )
  }
  return madePassages(lines).made.find(touched) ?? null
}

/** Refuses a plan that would change a kept line. */
export function heedKeepMarks(text: string, plan: Plan): Plan {
  const kept = plan.ok ? keptLineTouched(text, plan.edits) : null
  return kept ? refuse(`Line ${kept.line} is kept as it is: ${kept.why}`) : plan
}

/** The text after a plan, for tests and previews. */
export const planned = (text: string, plan: Plan): string => (plan.ok ? applyEdits(text, plan.edits) : text)
