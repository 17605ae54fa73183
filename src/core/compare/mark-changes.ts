// Changes of our marks: guards, keep marks and settings.
import { diffArrays } from 'diff'
import { plain } from '../format.ts'
import { guardLine, guardsOf } from '../formula/marks.ts'
import type { Line } from '../gcode/line.ts'
import type { Resolution } from '../resolve/resolution.ts'
import type { Passage } from '../script/passages.ts'

type Side = { lines: readonly Line[]; passages: readonly Passage[]; resolution: Resolution }

/** A guard's condition, its commands, and a name for them together. */
type Guard = { condition: string; noun: string; commands: string[] }

const commandsIn = (lines: readonly Line[]): string[] =>
  lines.flatMap(({ raw, command }) => (command ? [raw.trim()] : []))

function guardsIn({ lines, passages }: Side, nounOf: (passage: Passage) => string): Guard[] {
  return guardsOf(lines.map(({ raw }) => raw))
    .flatMap(({ branches }) => branches)
    .sort((a, b) => a.line - b.line)
    .flatMap(({ line, first, last }): Guard[] => {
      const mark = guardLine(lines[line - 1]?.raw ?? '')
      if (!mark || mark.kind === 'end' || mark.condition === null) return []
      const commands = commandsIn(lines.slice(first - 1, last))
      // A passage gives the name only if all of it is within the guard.
      const whole = passages.find(passage => first <= passage.firstLine && passage.lastLine <= last)
      const [only, ...more] = commands
      const quoted = only === undefined ? 'lines' : `“${only}”${more.length > 0 ? ` and ${more.length} more` : ''}`
      return [{ condition: mark.condition, commands, noun: whole && more.length > 0 ? nounOf(whole) : quoted }]
    })
}

/** The changes of guards: what is conditional now, what is unconditional, and which conditions differ. */
export function guardChanges(left: Side, right: Side, nounOf: (passage: Passage) => string): string[] {
  const changes: string[] = []
  const still = new Set(commandsIn(right.lines))
  let gone: Guard[] = []
  const settle = (come: readonly Guard[]) => {
    for (const [i, { condition, noun, commands }] of gone.entries()) {
      const other = come[i]
      // Lines that were removed with their guard are not unconditional.
      if (!other && !commands.every(command => still.has(command))) continue
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

/** New and removed keep marks. */
export function keepChanges(left: Side, right: Side): string[] {
  const [before, after] = [reasonsIn(left), reasonsIn(right)]
  return [
    ...after.filter(reason => !before.includes(reason)).map(reason => `kept: ${reason.trim()}`),
    ...before.filter(reason => !after.includes(reason)).map(reason => `no longer kept: ${reason.trim()}`),
  ]
}

/** Settings with different values: “soak 2 → 5 min”. */
export function settingChanges(left: Side, right: Side): string[] {
  return right.resolution.settings.flatMap(({ name, value, unit }) => {
    const before = left.resolution.settings.find(each => each.name === name)
    return before && before.value !== value ? [`${name} ${plain(before.value)} → ${plain(value)} ${unit}`.trim()] : []
  })
}
