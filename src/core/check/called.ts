// Checks the commands that the machine's macros and files make, as if their lines stood in the script.
import { specOf } from '../firmware/spec.ts'
import { listed } from '../format.ts'
import type { Command, Line } from '../gcode/line.ts'
import type { Stage } from '../machine/state.ts'
import { positionOf, type Whence } from '../macros/blocks.ts'
import type { Checked, Finding, Rule } from './finding.ts'

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
 * The findings of rules that judge a line by itself, for all called lines. Each cause is reported once, at the first line
 * of the script that calls it, with its position in the macro or file.
 */
export function checkCalled(script: Checked, rules: readonly Rule[]): Finding[] {
  const { commands, stage, trace } = script
  const perLine = rules.filter(({ judgesLine }) => judgesLine)
  const checked = new Set<string>()
  const found = new Map<string, Finding>()
  for (const { line: number, command, whence } of commands) {
    if (!isCalled(whence, stage)) continue
    const position = positionOf(whence)
    const key = `${position}${command.name}`
    if (checked.has(key)) continue
    checked.add(key)
    const line = calledLine(number, command, script.text.length)
    const alone: Checked = {
      ...script,
      lines: [line],
      commands: [],
      statements: [{ line, command, spec: specOf(stage.firmware, command) }],
      rows: [],
      steps: [],
      trace: { ...trace, troubles: [] },
    }
    for (const rule of perLine)
      for (const { message, severity = rule.severity } of rule.check(alone)) {
        const cause = `${rule.name} ${message}`
        if (found.has(cause)) continue
        found.set(cause, {
          rule: rule.name,
          severity,
          line: number,
          lines: [number],
          message: `${position}${message}${describeUnpassed(whence)}`,
          fixes: [],
          at: { file: whence.file, line: whence.line },
        })
      }
  }
  return [...found.values()]
}

/** Names the parameters that the line prints and that the call does not pass. */
const describeUnpassed = ({ unpassed = [] }: Whence): string =>
  unpassed.length === 0 ? '' : ` The call does not pass ${listed([...unpassed])}, so nothing is written there.`
