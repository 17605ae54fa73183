// The lines that differ between two texts, for a small preview.
import { diffLines } from 'diff'
import type { ChangedLine } from '../ui/LineChanges.tsx'

/** Removed lines with their old numbers and added lines with their new ones, in reading order. */
export function changedLines(before: string, after: string): ChangedLine[] {
  const rows: ChangedLine[] = []
  let [old, fresh] = [1, 1]
  for (const part of diffLines(before, after)) {
    const lines = part.value.replace(/\n$/, '').split('\n')
    if (part.removed) for (const line of lines) rows.push({ sign: '-', number: old++, line })
    else if (part.added) for (const line of lines) rows.push({ sign: '+', number: fresh++, line })
    else {
      old += lines.length
      fresh += lines.length
    }
  }
  return rows
}
