// Puts a passage to sleep and wakes it: its commands become comments and commands again, its comments stay what they were.
import { sleeping } from '../../gcode/read.ts'
import type { Edit } from '../../model/script.ts'
import type { Passage } from '../passages.ts'
import { wake as wakeLine } from './lines.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

const within = ({ lines }: Rehearsed, { firstLine, lastLine }: Passage) => lines.slice(firstLine - 1, lastLine)

/** A line that sleeps already gets one more `;`, so that waking the passage leaves it asleep. */
export function putToSleep(script: Rehearsed, passage: Passage): Plan {
  const edits: Edit[] = []
  for (const line of within(script, passage)) {
    const asleep = sleeping(line)
    if (!asleep && line.kind !== 'command') continue
    const from = line.from + line.raw.search(/\S/)
    edits.push({ from, to: from, insert: ';' })
  }
  return edits.length
    ? { ok: true, title: `Comment out “${passage.title}”`, edits }
    : refuse('There is nothing in it to comment out.')
}

export function wake(script: Rehearsed, passage: Passage): Plan {
  const edits = within(script, passage).flatMap(line => {
    const inner = sleeping(line)
    if (!inner) return []
    // Of several `;` one goes; of one, the spaces after it go too.
    const signs = /^\s*(;+)/.exec(line.raw)?.[1]?.length ?? 0
    const from = line.from + line.raw.indexOf(';')
    return [signs > 1 ? { from, to: from + 1, insert: '' } : wakeLine(line, inner)]
  })
  return edits.length
    ? { ok: true, title: `Put back “${passage.title}”`, edits }
    : refuse('Nothing in it is commented out.')
}
