// The marker lines of a refrain in a script: `;& front purge` … `;& end front purge`.
import type { Line } from '../gcode/line.ts'
import { nameKey } from '../model/script.ts'

export type RefrainMark = { kind: 'begin' | 'end'; name: string }

/** Reads a refrain's marker line; null for other lines. */
export function readRefrain(line: Line): RefrainMark | null {
  if (line.kind !== 'mark') return null
  const text = line.raw.trim()
  if (!text.startsWith(';&')) return null
  const comment = text.slice(2).trimStart()
  const end = /^end\s+(?=\S)/.exec(comment)?.[0] ?? ''
  const name = comment.slice(end.length)
  return name ? { kind: end ? 'end' : 'begin', name } : null
}

export const beginRefrain = (name: string): string => `;& ${name}`
export const endRefrain = (name: string): string => `;& end ${name}`

/** A refrain in a script: its marker lines, and the text between them. */
export type Standing = { name: string; firstLine: number; lastLine: number; text: string; from: number; to: number }

/**
 * The refrains in a script with both markers, including nested ones. Markers without a partner are ordinary comments.
 * `from`…`to` is the text between.
 */
export function refrainsIn(lines: readonly Line[]): Standing[] {
  const standing: Standing[] = []
  const open: { name: string; key: string; line: Line }[] = []
  for (const line of lines) {
    const mark = readRefrain(line)
    if (!mark) continue
    if (mark.kind === 'begin') {
      open.push({ name: mark.name, key: nameKey(mark.name), line })
      continue
    }
    const wanted = nameKey(mark.name)
    const at = open.findLastIndex(({ key }) => key === wanted)
    const begun = open[at]
    if (!begun) continue
    // Refrains opened within it and not closed are ignored.
    open.length = at
    const from = begun.line.from + begun.line.raw.length + begun.line.ending.length
    const text = lines
      .slice(begun.line.number, line.number - 1)
      .map(each => each.raw + each.ending)
      .join('')
    const { number: firstLine } = begun.line
    standing.push({ name: begun.name, firstLine, lastLine: line.number, text, from, to: line.from })
  }
  return standing
}
