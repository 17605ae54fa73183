// What changed in our own marks: which lines run when, what is kept, and settings.
import { diffArrays } from 'diff'
import { plain } from '../format.ts'
import { guardLine, guardsOf } from '../formula/marks.ts'
import type { Line } from '../gcode/line.ts'
import type { Resolution } from '../resolve/resolution.ts'
import { blockOf } from '../script/edits/plan.ts'
import type { Passage } from '../script/passages.ts'

type Side = { lines: readonly Line[]; passages: readonly Passage[]; resolution: Resolution }

type Guard = { condition: string; noun: string }

function guardsIn({ lines, passages }: Side, nounOf: (passage: Passage) => string): Guard[] {
  return guardsOf(lines.map(({ raw }) => raw))
    .flatMap(({ branches }) => branches)
    .sort((a, b) => a.line - b.line)
    .flatMap(({ line, first, last }): Guard[] => {
      const mark = guardLine(lines[line - 1]?.raw ?? '')
      if (!mark || mark.kind === 'end' || mark.condition === null) return []
      const commands = lines.slice(first - 1, last).filter(({ command }) => command)
      if (commands.length === 1) return [{ condition: mark.condition, noun: `“${commands[0]?.raw.trim()}”` }]
      const inside = passages.find(passage => {
        const block = blockOf(passage)
        return block.first <= last && first <= block.last
      })
      return [{ condition: mark.condition, noun: inside ? nounOf(inside) : 'lines' }]
    })
}

/** Each change of a guard: what runs only then now, what runs always, and what asks for something else. */
export function guardChanges(left: Side, right: Side, nounOf: (passage: Passage) => string): string[] {
  const changes: string[] = []
  let gone: Guard[] = []
  const settle = (come: readonly Guard[]) => {
    for (const [i, { condition, noun }] of gone.entries()) {
      const other = come[i]
      changes.push(other ? `“${condition}” → “${other.condition}”` : `${noun} always`)
    }
    for (const { condition, noun } of come.slice(gone.length)) changes.push(`${noun} only when ${condition}`)
    gone = []
  }
  const comparator = (a: Guard, b: Guard) => a.condition === b.condition
  for (const part of diffArrays(guardsIn(left, nounOf), guardsIn(right, nounOf), { comparator })) {
    if (part.removed) gone = part.value
    else settle(part.added ? part.value : [])
  }
  settle([])
  return changes
}

const reasonsIn = ({ lines }: Side): string[] =>
  lines.flatMap(({ raw, kind }) => (kind === 'mark' ? (/^\s*;!\s*(\S.*)$/.exec(raw)?.[1] ?? []) : []))

/** What is kept now, and what no longer is. */
export function keepChanges(left: Side, right: Side): string[] {
  const [before, after] = [reasonsIn(left), reasonsIn(right)]
  return [
    ...after.filter(reason => !before.includes(reason)).map(reason => `kept: ${reason.trim()}`),
    ...before.filter(reason => !after.includes(reason)).map(reason => `no longer kept: ${reason.trim()}`),
  ]
}

/** Settings with other values: “soak 2 → 5 min”. */
export function settingChanges(left: Side, right: Side): string[] {
  return right.resolution.settings.flatMap(({ name, value, unit }) => {
    const before = left.resolution.settings.find(each => each.name === name)
    return before && before.value !== value ? [`${name} ${plain(before.value)} → ${plain(value)} ${unit}`.trim()] : []
  })
}
