// Aligns the comments after commands, run by run, so that a script reads in two columns.
import type { Line } from '../../gcode/line.ts'
import type { Edit } from '../../model/script.ts'
import { type Plan, type Rehearsed, refuse } from './plan.ts'

/** The columns where a command's text ends and its comment starts; null for a line without both. */
function parts(line: Line): { codeEnd: number; comment: number } | null {
  const last = line.pieces.at(-1)
  if (line.kind !== 'command' || last?.kind !== 'comment' || !last.text.startsWith(';')) return null
  const comment = line.raw.length - last.text.length
  return { codeEnd: line.raw.slice(0, comment).trimEnd().length, comment }
}

/** Comments beyond this column are left alone: aligning the others with them would move those off the screen. */
const furthest = 60

export function lineUp({ lines }: Rehearsed): Plan {
  const edits: Edit[] = []
  let run: Line[] = []
  const endRun = () => {
    const both = run.flatMap(line => {
      const found = parts(line)
      return found && found.codeEnd < furthest ? [{ line, ...found }] : []
    })
    const column = Math.max(0, ...both.map(({ codeEnd }) => codeEnd)) + 1
    for (const { line, codeEnd, comment } of both)
      if (comment !== column || line.raw.slice(codeEnd, comment).includes('\t'))
        edits.push({ from: line.from + codeEnd, to: line.from + comment, insert: ' '.repeat(column - codeEnd) })
    run = []
  }
  for (const line of lines) {
    if (line.kind === 'command') run.push(line)
    else endRun()
  }
  endRun()
  return edits.length ? { ok: true, title: 'Align the comments', edits } : refuse('The comments are lined up already.')
}
