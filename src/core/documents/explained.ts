// Explains each line of an open config: the results of its tags, the effects of its commands, and the meaning of its
// keys.

import { type Explained, explain } from '../explain/explain.ts'
import { explainMacro } from '../explain/macro.ts'
import { listed, plural } from '../format.ts'
import type { Line } from '../gcode/line.ts'
import { rawLines } from '../gcode/read.ts'
import type { Opened, Stage } from '../machine/state.ts'
import type { Trace } from '../machine/trace.ts'
import type { Macro } from '../macros/config.ts'
import type { Resolution } from '../resolve/resolution.ts'
import { macrosIn } from './open.ts'

/** `lines` are those that the rules check; `text` is the file's. */
export function explainDocument(
  text: string,
  opened: Opened,
  lines: readonly Line[],
  resolution: Resolution,
  trace: Trace,
  stage: Stage,
): Explained[] {
  const ran = new Map<number, number>()
  for (let row = 0; row < trace.rows.count; row++) {
    const line = trace.rows.line[row] as number
    ran.set(line, (ran.get(line) ?? 0) + 1)
  }
  const explanations = explain(lines, resolution, trace, stage)
  if (stage.firmware.flow) return explanations.map(each => withDecided(each, trace))
  const sentences = new Map<number, string>()
  for (const macro of macrosIn(stage, opened.file)) {
    sentences.set(macro.line, headerSays(macro))
    for (const { number, says } of explainMacro(macro, stage)) sentences.set(number, says)
  }
  const raws = rawLines(text)
  const own = macrosIn(stage, opened.file)
  const macroAt = (line: number) => own.findLast(macro => macro.line < line)
  return explanations.map(each => {
    const { line } = each
    const decided = trace.decided.get(line)
    if (decided) return { ...each, kind: 'comment', says: decided.join(' ') }
    const times = ran.get(line) ?? 0
    if (times > 0 && each.kind === 'command')
      return { ...each, says: times > 1 ? `${each.says} Runs ${plural(times, 'time')}.` : each.says }
    if (each.kind === 'comment' && each.says !== '') return each
    const says = sentences.get(line) ?? keySays(raws[line - 1] ?? '', macroAt(line), stage)
    // A command that did not run, in a macro that ran, was in a branch that was not taken.
    const notTaken = each.kind === 'command' && each.says !== ''
    return {
      ...each,
      says: notTaken ? `Not run this time: ${each.says.charAt(0).toLowerCase()}${each.says.slice(1)}` : says,
    }
  })
}

const withDecided = (each: Explained, { decided }: Trace): Explained => {
  const says = decided.get(each.line)
  return says ? { ...each, says: says.join(' ') } : each
}

const headerSays = ({ name, description, renames }: Macro): string =>
  [
    `The macro ${name}.`,
    description && `${description}.`,
    renames && `It replaces a command; the original is now called ${renames}.`,
  ]
    .filter(Boolean)
    .join(' ')

/** Describes a macro's variable with the macros that read it, or an included file. */
function keySays(raw: string, macro: Macro | undefined, stage: Stage): string {
  const [, name, value] = /^variable_(\w+)\s*[:=]\s*([^#]*)/.exec(raw) ?? []
  if (macro && name && value !== undefined) {
    const readers = readersOf(stage, macro.name, name)
    return readers.length
      ? `${listed(readers)} ${readers.length === 1 ? 'reads' : 'read'} it as ${name}: ${value.trim()}.`
      : `No macro uses ${name}.`
  }
  const included = raw.startsWith('[include ') ? raw.slice('[include '.length).split(']', 1)[0]?.trim() : ''
  return included ? `What stands in ${included} is included here.` : ''
}

/** The macros that read a variable. */
function readersOf({ macros, delayed }: Stage, of: string, variable: string): string[] {
  const all = [...(macros?.values() ?? []), ...(delayed?.values() ?? [])]
  const word = new RegExp(`(?:\\.|[^\\w.])${variable}(?!\\w)`)
  return all
    .filter(({ name, gcode }) => word.test(gcode) && (name === of || gcode.toUpperCase().includes(`GCODE_MACRO ${of}`)))
    .map(({ name }) => name)
}
