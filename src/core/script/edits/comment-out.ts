// Comments a passage out and puts it back: commands become comments and commands again, comments stay unchanged.

import type { Line } from '../../gcode/line.ts'
import { commentedOutCommand } from '../../gcode/read.ts'
import type { Edit } from '../../model/script.ts'
import type { Passage } from '../passages.ts'
import { wholeBlockOf } from './blocks.ts'
import { wake as wakeLine } from './lines.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

/** The passage's lines as whole blocks; a sentence if it is part of one. */
function within(script: Rehearsed, passage: Passage): readonly Line[] | string {
  const block = wholeBlockOf(script, passage)
  return typeof block === 'string' ? block : script.lines.slice(block.first - 1, block.last)
}

/**
 * A line that is commented out already gets one more `;`, so that it stays commented out when the passage is put back.
 */
export function commentOutPassage(script: Rehearsed, passage: Passage): Plan {
  const edits: Edit[] = []
  const lines = within(script, passage)
  if (typeof lines === 'string') return refuse(lines)
  for (const line of lines) {
    const commentedOut = commentedOutCommand(line)
    if (!commentedOut && line.kind !== 'command') continue
    const from = line.from + line.raw.search(/\S/)
    edits.push({ from, to: from, insert: ';' })
  }
  return edits.length
    ? { ok: true, title: `Comment out “${passage.title}”`, edits }
    : refuse('There is nothing in it to comment out.')
}

export function wake(script: Rehearsed, passage: Passage): Plan {
  const lines = script.lines.slice(passage.firstLine - 1, passage.lastLine)
  const edits = lines.flatMap(line => {
    const inner = commentedOutCommand(line)
    if (!inner) return []
    // Of several `;` one is removed; a single `;` is removed with the spaces after it.
    const semicolons = /^\s*(;+)/.exec(line.raw)?.[1]?.length ?? 0
    const from = line.from + line.raw.indexOf(';')
    return [semicolons > 1 ? { from, to: from + 1, insert: '' } : wakeLine(line, inner)]
  })
  return edits.length
    ? { ok: true, title: `Put back “${passage.title}”`, edits }
    : refuse('Nothing in it is commented out.')
}
