// Writes a slicer's line as one or several lines of ours: a line with branches becomes lines between guards.
import type { Branch } from './tags.ts'

/**
 * The parts of a line: a guard's mark, a value or formula of ours, or unchanged text. A `mark` becomes its own line.
 */
export type Part =
  | { is: 'text'; text: string }
  | { is: 'formula'; text: string }
  | { is: 'tag'; kind: Branch['kind']; condition: string; block: Block; raw: string }
  | { is: 'setting'; text: string }

/**
 * A branch from its condition to its end. One that can't be expressed keeps all of its tags: half a guard would change
 * the script.
 */
export type Block = { sayable: boolean; firstLine: number; lastLine: number }

export type LineParts = { number: number; parts: Part[]; comment: string; ending: string; raw: string }

const mark = ({ kind, condition }: Extract<Part, { is: 'tag' }>): string =>
  kind === 'when'
    ? `;? when ${condition}`
    : kind === 'otherwise-when'
      ? `;? otherwise when ${condition}`
      : kind === 'otherwise'
        ? ';? otherwise'
        : ';? end'

/** Whether a branch begins and ends within these parts. */
export const isWhole = (block: Block, parts: readonly Part[]): boolean =>
  (['when', 'end'] as const).every(kind =>
    parts.some(each => each.is === 'tag' && each.block === block && each.kind === kind),
  )

/** Whether a line keeps a slicer's branch beside other text: then all of it stays the slicer's. */
export const staysTheirs = ({ parts }: Pick<LineParts, 'parts'>): boolean =>
  parts.some(part => part.is === 'tag' && !part.block.sayable) &&
  parts.some(part => part.is !== 'tag' && part.text.trim() !== '')

/** Writes a line. */
export function written({ parts, comment, ending, raw }: LineParts, eol: string): string {
  if (staysTheirs({ parts }))
    return raw.slice(0, raw.length - comment.length - ending.length).replaceAll('@', '@@') + comment + ending
  const shownParts = parts.map(
    (part): Part => (part.is === 'tag' && !part.block.sayable ? { is: 'text', text: part.raw } : part),
  )
  const apart = shownParts.some(({ is }) => is === 'tag' || is === 'setting')
  if (!apart) return shownParts.map(inLine).join('') + comment + ending
  const indent = /^[ \t]*/.exec(raw)?.[0] ?? ''
  const lines = unfolded(shownParts, indent)
  // A comment after a mark becomes its own line; after a single command it stays there.
  const noted =
    comment &&
    (lines.length === 1 && !lines[0]?.trimStart().startsWith(';')
      ? [lines[0] + comment]
      : lines.length === 1
        ? [...lines, indent + comment]
        : [indent + comment, ...lines])
  return (noted || lines).join(eol) + ending
}

/** At signs belong to our language; a plain one is doubled. */
const inLine = (part: Part): string =>
  part.is === 'text'
    ? part.text.replaceAll('@', '@@')
    : part.is === 'formula' || part.is === 'setting'
      ? part.text
      : part.raw

/** Every version of a line with branches, between guards of ours. */
function unfolded(parts: readonly Part[], indent: string): string[] {
  const lines: string[] = []
  let now: Part[] = []
  const flush = () => {
    const text = now.map(inLine).join('').trim()
    if (text) lines.push(indent + text)
    now = []
  }
  for (let i = 0; i < parts.length; i++) {
    const part = parts[i] as Part
    if (part.is === 'setting') {
      flush()
      lines.push(indent + part.text)
    } else if (part.is === 'tag') {
      const end = part.kind === 'when' ? endOf(parts, i) : -1
      if (end < 0) {
        flush()
        lines.push(indent + mark(part))
        continue
      }
      // A whole branch within the line: the line once for each of its choices, with the text before and after.
      const before = now
      const rest = parts.slice(end + 1)
      const stop = rest.findIndex(each => each.is === 'setting' || (each.is === 'tag' && !isWhole(each.block, rest)))
      const after = stop < 0 ? rest : rest.slice(0, stop)
      const choices = choicesIn(parts.slice(i, end + 1), part.block)
      now = []
      for (const { tag, within } of choices) {
        lines.push(indent + mark(tag))
        lines.push(...unfolded([...before, ...within, ...after], indent))
      }
      if (!choices.some(({ tag }) => tag.kind === 'otherwise')) {
        const without = unfolded([...before, ...after], indent)
        if (without.length > 0) lines.push(`${indent};? otherwise`, ...without)
      }
      lines.push(`${indent};? end`)
      i = end + after.length
    } else now.push(part)
  }
  flush()
  return lines
}

function endOf(parts: readonly Part[], when: number): number {
  const opener = parts[when]
  return parts.findIndex(
    (each, i) =>
      i > when && each.is === 'tag' && opener?.is === 'tag' && each.block === opener.block && each.kind === 'end',
  )
}

type Tag = Extract<Part, { is: 'tag' }>

function choicesIn(parts: readonly Part[], block: Block): { tag: Tag; within: Part[] }[] {
  const choices: { tag: Tag; within: Part[] }[] = []
  for (const part of parts) {
    if (part.is === 'tag' && part.block === block) {
      if (part.kind !== 'end') choices.push({ tag: part, within: [] })
    } else choices.at(-1)?.within.push(part)
  }
  return choices
}
