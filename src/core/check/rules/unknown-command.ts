// A line whose command the firmware's table doesn't have, or that is no command at all.
import { specOf } from '../../firmware/spec.ts'
import type { Found, Rehearsed, Rule } from '../finding.ts'

function check({ lines, stage }: Rehearsed): Found[] {
  return lines.flatMap((line): Found[] => {
    if (line.kind === 'unreadable') return [{ line: line.number, message: line.reason ?? 'This line can’t be read.' }]
    if (!line.command || specOf(stage.firmware, line.command.name)) return []
    return [
      {
        line: line.number,
        message: `We don’t know “${line.command.name}” for this firmware, so the rehearsal leaves it out. Most boards pass over what they don’t know.`,
      },
    ]
  })
}

export const unknownCommand: Rule = {
  name: 'unknown-command',
  group: 'firmware',
  severity: 'warning',
  title: 'A command that we don’t know',
  why: 'It may be a maker’s own command, a typing mistake, or text that lost its “;”. What it does is not rehearsed.',
  check,
}
