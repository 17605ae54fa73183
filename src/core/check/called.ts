// Checks the commands that the machine's macros and files make, as if their lines stood in the script.
import { specOf } from '../firmware/spec.ts'
import { listed } from '../format.ts'
import type { Command, Line } from '../gcode/line.ts'
import type { Stage } from '../machine/state.ts'
import { positionOf, type Whence } from '../macros/blocks.ts'
import type { Macro } from '../macros/config.ts'
import type { Checked, Finding, Found, Rule } from './finding.ts'

/** Whether a command comes from the machine's files. Lines of the file that is open have findings of their own. */
export const isCalled = (whence: Whence | undefined, { opened }: Stage): whence is Whence =>
  whence !== undefined && !(opened && whence.file === opened.file)

/** A called command as a line of its own, without text that an edit could change. */
export const calledLine = (number: number, command: Command, from: number): Line => ({
  number,
  from,
  raw: '',
  ending: '\n',
  kind: 'command',
  pieces: [],
  command,
  more: [],
  reason: null,
})

/**
 * Returns the findings of rules that judge a line or a macro by itself, for all called lines and macros. Each cause is reported
 * once, at the first line of the script that calls it, with its position in the macro or file.
 */
export function checkCalled(script: Checked, rules: readonly Rule[]): Finding[] {
  const found = new Map<string, Finding>()
  for (const { cause, ...finding } of [...calledLines(script, rules), ...calledMacros(script, rules)])
    if (!found.has(cause)) found.set(cause, finding)
  return [...found.values()]
}

type Caused = Finding & { cause: string }

/** A finding at the line of the script that calls, about a position in a macro or file. */
function atCall(rule: Rule, line: number, whence: Omit<Whence, 'by'>, found: Found): Caused {
  const { message, severity = rule.severity } = found
  return {
    cause: `${rule.name} ${message}`,
    rule: rule.name,
    severity,
    line,
    lines: [line],
    message: `${positionOf(whence)}${message}${describeUnpassed(whence)}`,
    fixes: [],
    at: { file: whence.file, line: whence.line },
  }
}

/** The script without its lines and what ran, for rules that are given single lines or macros. */
const bare = (script: Checked): Checked => ({
  ...script,
  lines: [],
  commands: [],
  statements: [],
  rows: [],
  steps: [],
  trace: { ...script.trace, troubles: [] },
})

function calledLines(script: Checked, rules: readonly Rule[]): Caused[] {
  const { commands, stage } = script
  const perLine = rules.filter(({ judgesLine }) => judgesLine)
  const without = bare(script)
  const checked = new Set<string>()
  const found: Caused[] = []
  for (const { line: number, command, whence } of commands) {
    if (!isCalled(whence, stage)) continue
    const key = `${whence.line} ${command.name} ${whence.file}`
    if (checked.has(key)) continue
    checked.add(key)
    const line = calledLine(number, command, script.text.length)
    const statements = [{ line, command, spec: specOf(stage.firmware, command) }]
    const alone = { ...without, lines: [line], statements }
    for (const rule of perLine) for (const each of rule.check(alone)) found.push(atCall(rule, number, whence, each))
  }
  return found
}

function calledMacros(script: Checked, rules: readonly Rule[]): Caused[] {
  const { commands, stage } = script
  // Macros of an open config have findings of their own.
  if (stage.opened) return []
  /** The macros that ran, with the first line that calls them. */
  const called = new Map<Macro, number>()
  for (const { line, command } of commands) {
    const macro = stage.macros?.get(command.name)
    if (macro && !called.has(macro)) called.set(macro, line)
  }
  const files = new Set([...called.keys()].map(({ file }) => file))
  const perMacro = rules.filter(({ judgesMacros }) => judgesMacros)
  return [...files].flatMap(file => {
    const asOpen = { ...bare(script), stage: { ...stage, opened: { file, call: '' } } }
    return perMacro.flatMap(rule =>
      rule.check(asOpen).flatMap(each => {
        const macro = [...called.keys()].find(own => own.file === file && contains(own, each.line))
        const position = macro && { file, line: each.line, macro: macro.name }
        return position ? [atCall(rule, called.get(macro) as number, position, each)] : []
      }),
    )
  })
}

/** Whether a line of the config is in the template of a macro. */
const contains = ({ gcode, gcodeLine }: Macro, line: number): boolean =>
  gcodeLine <= line && line < gcodeLine + gcode.split('\n').length

/** Names the parameters that the line prints and that the call does not pass. */
const describeUnpassed = ({ unpassed = [] }: Pick<Whence, 'unpassed'>): string =>
  unpassed.length === 0 ? '' : ` The call does not pass ${listed([...unpassed])}, so nothing is written there.`
