// Keeps refrains attached if their lines are unchanged on the target, and detaches them otherwise.

import type { Rehearsed } from '../script/edits/plan.ts'
import { refrainsIn } from '../script/refrain-marks.ts'
import type { Change } from './changes.ts'

/** The changes without the marks of refrains that differ on the target. */
export function detached(changes: readonly Change[], { lines }: Pick<Rehearsed, 'lines'>): Change[] {
  const marks = new Map<number, string>()
  for (const { name, firstLine, lastLine } of refrainsIn(lines)) {
    const first = changes.findIndex(({ line }) => line === firstLine)
    const last = changes.findIndex(({ line }) => line === lastLine)
    if (first < 0 || last < first || changes.slice(first + 1, last).every(({ kind }) => kind === 'same')) continue
    for (const line of [firstLine, lastLine]) marks.set(line, name)
  }
  return changes.map(change => {
    const name = change.line === null ? undefined : marks.get(change.line)
    return name === undefined
      ? change
      : {
          ...change,
          became: [],
          kind: 'left-out',
          why: `Its lines differ there, so they no longer belong to the refrain “${name}”.`,
        }
  })
}
