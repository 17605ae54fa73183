// Fixes that several rules offer: an editing tool's plan, commenting a line out, inserting lines in the firmware's
// phrases.
import type { Line } from '../gcode/line.ts'
import { insertAfter, insertBefore, lastUsedLine } from '../script/edits/lines.ts'
import type { Plan } from '../script/edits/plan.ts'
import type { Checked, Fix } from './finding.ts'

/** A tool's plan as a fix; none if the tool refuses. */
export const planned = (plan: Plan, title?: string): Fix[] =>
  plan.ok ? [{ title: title ?? plan.title, edits: plan.edits }] : []

/** Comments one line out with a `;`. */
export const commentOut = (line: Line | undefined, title = 'Comment this line out'): Fix[] => {
  if (!line) return []
  const from = line.from + line.raw.search(/\S/)
  return [{ title, edits: [{ from, to: from, insert: ';' }] }]
}

type Script = Pick<Checked, 'lines' | 'trace'>

const titled = (title: string, said: string): string => `${title} (${said.replaceAll('\n', ', ')})`

/** Inserts lines before a line, in the firmware's phrases; none if the firmware can't express it. */
export const putBefore = ({ lines }: Script, line: number, said: string | null, title: string): Fix[] =>
  said === null ? [] : [{ title: titled(title, said), edits: [insertBefore(lines, line, said)] }]

/** Inserts lines after a line. */
export const putAfter = ({ lines }: Script, line: number, said: string | null, title: string): Fix[] =>
  said === null ? [] : [{ title: titled(title, said), edits: [insertAfter(lines, line, said)] }]

/** Inserts lines after the last command, or before the line where the script ends itself. */
export const atTheEnd = (script: Script, said: string | null, title: string): Fix[] =>
  script.trace.ended
    ? putBefore(script, script.trace.ended.line, said, title)
    : putAfter(script, lastUsedLine(script.lines), said, title)
