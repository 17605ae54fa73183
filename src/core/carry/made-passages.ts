// Makes made passages again for the target, with the same parameters, or with the target's standard values where the
// source had its own.

import { madeNow, surroundingsAt } from '../script/edits/make.ts'
import type { Rehearsed } from '../script/edits/plan.ts'
import { type MadePassage, markerLine, standards, type Values } from '../script/makers/maker.ts'
import { makerNamed } from '../script/makers/makers.ts'
import { type Change, type Ends, writtenOut } from './changes.ts'
import { rehearsed } from './flatten.ts'
import type { Side } from './sides.ts'

/** Factor for each attempt to shorten a line, and the shortest share tried. */
const shorter = 0.9
const shortest = 0.2

/** The changes with one made passage made again; unchanged if its maker can't make it on the target. */
export function madeAgain(
  changes: readonly Change[],
  ends: Ends,
  passage: MadePassage,
  script: Rehearsed,
  to: Side,
): Change[] {
  const first = changes.findIndex(({ line }) => line === passage.firstLine)
  const last = changes.findIndex(({ line }) => line === passage.lastLine)
  const maker = makerNamed(passage.name)
  if (first < 0 || last < first || !maker) return [...changes]
  const before = rehearsed(writtenOut(changes.slice(0, first), { ...ends, lastOpen: false }), to)
  const at = before.lines.length + 1
  const here = standards(maker.parameters(surroundingsAt(script, passage.firstLine)))
  const there = standards(maker.parameters(surroundingsAt(before, at)))
  const wanted: Values = Object.fromEntries(
    Object.entries(passage.values).map(([name, value]) => [
      name,
      here[name] === value ? (there[name] ?? value) : value,
    ]),
  )
  const made = fitted(before, passage.name, wanted, at)
  const whole = changes.slice(first, last + 1)
  if (!made)
    return changes.map((change, i) =>
      i === first
        ? {
            ...change,
            kind: 'refused',
            why: `“${maker.title}” can’t be made on ${to.printer.name} with these numbers: its lines are carried over one by one.`,
          }
        : change,
    )
  const inner = whole.filter(({ line }) => line !== null && line !== passage.firstLine && line !== passage.lastLine)
  const again = `Made again for ${to.printer.name}.`
  const same = made.lines.length === inner.length
  const innerMade = inner.map((change, i): Change => {
    const became = same ? [made.lines[i] ?? ''] : i === 0 ? made.lines : []
    const old = script.lines[(change.line ?? 1) - 1]?.raw
    return became.length === 1 && became[0] === old
      ? { ...change, became, kind: 'same', why: 'It stays as it is.' }
      : { ...change, became, kind: became.length ? 'changed' : 'left-out', why: again }
  })
  const marker = markerLine(passage.name, made.values)
  const headOld = whole[0] as Change
  const head: Change =
    marker === script.lines[passage.firstLine - 1]?.raw
      ? { ...headOld, became: [marker], kind: 'same', why: 'It stays as it is.' }
      : { ...headOld, became: [marker], kind: 'changed', why: again }
  return [...changes.slice(0, first), head, ...innerMade, whole.at(-1) as Change, ...changes.slice(last + 1)]
}

/** The passage with the wanted values, or shortened until it fits. */
function fitted(before: Rehearsed, name: string, values: Values, at: number) {
  for (let share = 1; share >= shortest; share *= shorter) {
    const length = typeof values.length === 'number' ? Math.floor(values.length * share) : null
    const made = madeNow(before, name, length === null ? values : { ...values, length }, at)
    if (made.ok && !(length !== null && beyondBed(before, values, length))) return made
    if (length === null) return null
  }
  return null
}

/** Whether a line along an edge would end beyond the opposite edge. */
function beyondBed({ stage }: Rehearsed, { edge, from = 0 }: Values, length: number): boolean {
  const span =
    edge === 'left' || edge === 'right'
      ? stage.printer.bed.y
      : edge === 'front' || edge === 'back'
        ? stage.printer.bed.x
        : null
  return span !== null && Number(from) + length > span[1] - span[0] - Math.min(Math.max(0, Number(from)), 5)
}
