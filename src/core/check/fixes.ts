// Fixes that several rules offer: a plan of an editing tool as a fix, a line put to sleep, a line at the end.
import type { Line } from '../gcode/line.ts'
import { insertAfter, lastUsedLine } from '../script/edits/lines.ts'
import type { Plan } from '../script/edits/plan.ts'
import type { Checked, Fix } from './finding.ts'

/** A tool's plan as a fix; nothing where the tool won't. */
export const planned = (plan: Plan, title?: string): Fix[] =>
  plan.ok ? [{ title: title ?? plan.title, edits: plan.edits }] : []

/** Puts one line to sleep behind a `;`. */
export const sleepLine = (line: Line | undefined, title = 'Put this line to sleep'): Fix[] => {
  if (!line) return []
  const from = line.from + line.raw.search(/\S/)
  return [{ title, edits: [{ from, to: from, insert: ';' }] }]
}

/** Adds a line after the last one that is used. */
export const atTheEnd = ({ lines }: Pick<Checked, 'lines'>, command: string, title: string): Fix[] => [
  { title: `${title} (${command})`, edits: [insertAfter(lines, lastUsedLine(lines), command)] },
]
