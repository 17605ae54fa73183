// Two commands stand on one line, as a bad paste leaves them.

import { startsCommand } from '../../gcode/read.ts'
import { partCommands } from '../../script/edits/repair.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ lines, stage }: Checked): Found[] {
  if (stage.firmware.severalOnALine) return []
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  return lines.flatMap((line): Found[] => {
    const seconds = line.more.length > 0 ? line.pieces.filter(startsCommand) : []
    const first = seconds[0]
    if (!line.command || !first) return []
    const edits = partCommands(line, ending)
    const message = `“${first.text}” is a command of its own, run together with “${line.command.name}”. This firmware takes one command a line and drops the rest.`
    return [{ line: line.number, message, fixes: [{ title: 'Put each command on its own line', edits }] }]
  })
}

export const collapsedLines: Rule = {
  name: 'collapsed-lines',
  group: 'firmware',
  severity: 'error',
  title: 'Commands run together on one line',
  why: 'A paste that lost its line ends leaves several commands on one line. The board runs only the first.',
  silentWhen: 'Silent for a second command in a comment or a message, and on firmware that takes several on a line.',
  example: { text: 'G28 M420 S1\nM109 S200' },
  check,
}
