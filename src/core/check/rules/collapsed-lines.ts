// Two commands are on one line after a bad paste.
import { plural } from '../../format.ts'
import { startsCommand } from '../../gcode/read.ts'
import { partCommands, spelledEnds } from '../../script/edits/repair.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ lines, stage }: Checked): Found[] {
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  const maybe = lines.filter(({ raw }) => raw.includes('\\n'))
  const spelled = maybe.flatMap((line): Found[] => {
    const edits = spelledEnds(line, ending)
    if (edits.length === 0) return []
    const message = `The line breaks are written as “\\n” here, ${plural(edits.length, 'time')}, as in a settings file. The machine reads all of it as one line.`
    return [{ line: line.number, message, fixes: [{ title: 'Replace them by real line breaks', edits }] }]
  })
  if (spelled.length > 0 || stage.firmware.severalOnALine) return spelled
  const several = lines.filter(({ more }) => more.length > 0)
  return several.flatMap((line): Found[] => {
    const first = line.pieces.find(startsCommand)
    if (!line.command || !first) return []
    const edits = partCommands(line, ending)
    const message = `“${first.text}” is a separate command, joined to “${line.command.name}”. This firmware reads one command per line and drops the rest.`
    return [{ line: line.number, message, fixes: [{ title: 'Put each command on its own line', edits }] }]
  })
}

export const collapsedLines = {
  name: 'collapsed-lines',
  group: 'firmware',
  severity: 'error',
  title: 'Commands run together on one line',
  why: 'A paste that lost its line breaks leaves several commands on one line. The board runs only the first.',
  silentWhen:
    'Silent for a second command in a comment or a message, and on firmware that reads several commands on a line.',
  example: { text: 'G28 M420 S1\nM109 S200' },
  check,
} as const satisfies Rule
