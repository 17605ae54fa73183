// Comment lines with a meaning: settings (`;=`) and guards (`;?`).
import { mistyped } from '../gcode/read.ts'

/** `name = body   note`; `bodyFrom` is the offset of the body in the line. */
export type SettingLine = { name: string; body: string; bodyFrom: number; note: string }

/** Two spaces or a tab separate a setting's value from its note. */
export function settingLine(raw: string): SettingLine | null {
  const head = /^\s*;=\s*([A-Za-z_]\w*)\s*=\s*/.exec(raw)
  if (!head?.[1]) return null
  const bodyFrom = head[0].length
  const rest = raw.slice(bodyFrom).trimEnd()
  const gap = / {2}|\t/.exec(rest)?.index ?? rest.length
  return { name: head[1], body: rest.slice(0, gap), bodyFrom, note: rest.slice(gap).trim() }
}

/** `from` is the offset of the condition in the line. `odd` is text after an “otherwise” without a condition. */
export type GuardLine =
  | { kind: 'when'; condition: string; from: number }
  | { kind: 'otherwise'; condition: string | null; from: number; odd?: string }
  | { kind: 'end' }

/** Words that people write for ours, in any case. */
const guardWords: Readonly<Record<string, GuardLine['kind']>> = {
  when: 'when',
  if: 'when',
  otherwise: 'otherwise',
  else: 'otherwise',
  elif: 'otherwise',
  elsif: 'otherwise',
  elseif: 'otherwise',
  end: 'end',
  endif: 'end',
  endwhen: 'end',
}

/** Reads a guard's line, also with words of other languages. Null for other lines. */
export function guardLine(raw: string): GuardLine | null {
  const head = /^\s*;\?\s*([A-Za-z]+)\b\s*/.exec(raw)
  const word = head?.[1]?.toLowerCase() ?? ''
  const kind = Object.hasOwn(guardWords, word) ? guardWords[word] : undefined
  if (!head || !kind) return null
  const from = head[0].length
  const rest = raw.slice(from).trimEnd()
  if (kind === 'end') return { kind }
  if (kind === 'when') return { kind, condition: rest, from }
  const second = /^(?:when|if)\b\s*/i.exec(rest)?.[0] ?? ''
  const asks = second !== '' || ['elif', 'elsif', 'elseif'].includes(word)
  if (asks) return { kind, condition: rest.slice(second.length), from: from + second.length }
  return rest && !rest.startsWith(';') ? { kind, condition: null, from, odd: rest } : { kind, condition: null, from }
}

/** Whether a line looks like a guard but is malformed. */
export const isMalformedMark = (raw: string): boolean => mistyped.test(raw.trimStart())

/** A guard from `when` to `end`: its branches, each with the line of its mark and its lines, from 1. */
export type Guarded = { endLine: number; branches: { line: number; mark: GuardLine; first: number; last: number }[] }

/** The guards in a text, inner ones before outer ones. Marks without a partner are left out. */
export function guardsOf(raws: readonly string[]): Guarded[] {
  const guards: Guarded[] = []
  const open: Guarded['branches'][] = []
  raws.forEach((raw, i) => {
    const mark = guardLine(raw)
    if (!mark) return
    const branches = open.at(-1)
    const before = branches?.at(-1)
    if (mark.kind === 'when') open.push([{ line: i + 1, mark, first: i + 2, last: i + 1 }])
    else if (branches && before) {
      before.last = i
      if (mark.kind === 'otherwise') branches.push({ line: i + 1, mark, first: i + 2, last: i + 1 })
      else guards.push({ endLine: i + 1, branches: open.pop() ?? [] })
    }
  })
  return guards
}

/** The lines in branches that do not run, given whether each branch runs. */
export function linesNotTaken(guards: readonly Guarded[], runs: ReadonlyMap<number, boolean>): Set<number> {
  const left = new Set<number>()
  for (const { line, first, last } of guards.flatMap(({ branches }) => branches))
    if (runs.get(line) === false) for (let number = first; number <= last; number++) left.add(number)
  return left
}

export type InText = { kind: 'plain'; text: string } | { kind: 'formula'; text: string; from: number }

/**
 * Splits a text at its values: `@bed`, `@(bed + 5)`, and `@@` for a plain at sign. A formula's text is without its
 * brackets, and `from` is its offset. An unclosed bracket is plain text.
 */
export function* inText(text: string): Generator<InText> {
  let plain = ''
  let at = 0
  while (at < text.length) {
    const name = /^@([A-Za-z_]\w*)/.exec(text.slice(at, at + 80))?.[1]
    const bracket = text.startsWith('@(', at) ? closing(text, at + 1) : -1
    if (text.startsWith('@@', at)) {
      plain += '@'
      at += 2
    } else if (name || bracket > 0) {
      if (plain) yield { kind: 'plain', text: plain }
      plain = ''
      yield name
        ? { kind: 'formula', text: name, from: at + 1 }
        : { kind: 'formula', text: text.slice(at + 2, bracket), from: at + 2 }
      at = name ? at + 1 + name.length : bracket + 1
    } else plain += text[at++]
  }
  if (plain) yield { kind: 'plain', text: plain }
}

/** The offset of the bracket that closes the one at `open`; −1 if there is none. */
function closing(text: string, open: number): number {
  let depth = 0
  for (let i = open; i < text.length; i++) {
    if (text[i] === '(') depth++
    else if (text[i] === ')' && --depth === 0) return i
  }
  return -1
}
