// Lists the commands that ran for each line that calls a macro, with their sentences.

import type { PlainCommand } from '../effects/run.ts'
import { textOfCommand } from '../gcode/line.ts'
import type { Stage } from '../machine/state.ts'
import type { Trace } from '../machine/trace.ts'
import { explainRow } from './explain.ts'

/** A line with a call and what ran for it; `left` counts commands beyond the limit. Seconds. */
export type Call = {
  line: number
  text: string
  /** `file` and `at` are the position in the machine's own files; the main config has no name. */
  commands: { text: string; says: string; startS: number; file: string | null; at: number | null }[]
  left: number
}

const maxCalls = 50
const maxCommands = 400

/** The calls of a script in the order of their first run. */
export function callsOf(commands: readonly PlainCommand[], trace: Trace, stage: Stage): Call[] {
  if (!stage.macros?.size && stage.printer.macroFiles.length === 0) return []
  const calls = new Map<number, Call>()
  commands.forEach(({ line, command, whence }, row) => {
    const call = calls.get(line)
    if (!call) {
      if (isCall(command.name, stage)) calls.set(line, { line, text: textOfCommand(command), commands: [], left: 0 })
      return
    }
    if (call.commands.length >= maxCommands) call.left++
    else
      call.commands.push({
        text: textOfCommand(command),
        says: explainRow(row, commands, trace, stage),
        startS: trace.rows.start[row] as number,
        file: whence?.file ?? null,
        at: whence?.line ?? null,
      })
  })
  return [...calls.values()].slice(0, maxCalls)
}

const isCall = (name: string, { macros, firmware }: Stage): boolean =>
  macros?.has(name) === true || firmware.commands.get(name)?.effect.does === 'macro-file'
