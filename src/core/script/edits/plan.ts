// What every tool that edits a script is given, and what it gives back: a plan that can be shown, applied and undone.

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

/** A script as the tools see it: read, and with what became of it on the simulated printer. */
export type Rehearsed = {
  text: string
  lines: readonly Line[]
  commands: readonly PlainCommand[]
  resolution: Resolution
  trace: Trace
  stage: Stage
}

/** A line that a plan would change, and may leave as it is: its text, and the word in it that is meant. */
export type Place = { line: number; text: string; word: string; chosen: boolean }

/** Edits with a title and maybe a note on what had to be done otherwise than asked, or the reason why the tool won't. */
export type Plan =
  | { ok: true; title: string; edits: Edit[]; note?: string; places?: Place[] }
  | { ok: false; why: string }

export const refuse = (why: string): Plan => ({ ok: false, why })

/** The lines of a passage with the heading above it: what moves, is copied or removed as one. First and last, counted from 1. */
export const blockOf = (passage: Passage): { first: number; last: number } => ({
  first: passage.headingLine ?? passage.firstLine,
  last: passage.made?.endLine ?? passage.lastLine,
})

/** Where a run of lines stands in the text, its last line ending included. */
export function rangeOf(lines: readonly Line[], first: number, last: number): { from: number; to: number } {
  const end = lines[last - 1]
  return { from: lines[first - 1]?.from ?? 0, to: end ? end.from + end.raw.length + end.ending.length : 0 }
}

const keepMark = (line: Line | undefined): string | null =>
  line?.kind === 'mark' ? (/^\s*;!\s*(.*?)\s*$/.exec(line.raw)?.[1] ?? null) : null

/**
 * The lines that the keep mark on a line keeps: the next line that is no such mark; all down to the next blank line where that
 * is a heading; the whole of a made passage. Null for a line without a mark, or with nothing under it.
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

/** Keep marks: each kept line with the reason in its mark. */
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
 * Whether an edit changes the line from…end. Text put at its start does, even a whole line, since it parts the line from its
 * mark; at its end only what doesn't begin a new line does.
 */
function touches({ from, to, insert }: Edit, lineFrom: number, end: number): boolean {
  if (from < to) return from < end && to > lineFrom
  return from >= lineFrom && (from < end || (from === end && !/^[\r\n]/.test(insert)))
}

/** The first kept line that edits would change, with its reason; null when they touch none. */
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
 * The made passage whose lines edits would change by hand; null when they touch none. Its marker lines may be changed, and the
 * whole may be taken out.
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

/** Refuses a plan that would change a kept line; passes every other. */
export function heedKeepMarks(text: string, plan: Plan): Plan {
  const kept = plan.ok ? keptLineTouched(text, plan.edits) : null
  return kept ? refuse(`Line ${kept.line} is kept as it is: ${kept.why}`) : plan
}

/** A plan's text, for tests and previews. */
export const planned = (text: string, plan: Plan): string => (plan.ok ? applyEdits(text, plan.edits) : text)
