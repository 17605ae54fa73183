// From lines to the plain commands that a machine would be sent, each with the line it came from.
import type { Line } from '../gcode/line.ts'
import type { PlainCommand } from '../machine/rehearse.ts'

/** The commands of a script in order. Values and guards stay as they are written: a letter with a formula has no number. */
export function resolve(lines: readonly Line[]): PlainCommand[] {
  const commands: PlainCommand[] = []
  for (const line of lines) if (line.command) commands.push({ line: line.number, command: line.command })
  return commands
}
