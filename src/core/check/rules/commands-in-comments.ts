// Commands that a paste has left inside a comment, where they do nothing.
import { listed, plural } from '../../format.ts'
import { hiddenCommands, partComment } from '../../script/edits/comment-commands.ts'
import type { Checked, Found, Rule } from '../finding.ts'

/** So many are named. */
const most = 5

function check({ lines }: Checked): Found[] {
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  return lines.flatMap((line): Found[] => {
    const hidden = hiddenCommands(line)
    if (!hidden) return []
    const names = hidden.commands.map(({ name }) => name)
    const told =
      names.length > most ? `${names.slice(0, most).join(', ')} and ${names.length - most} more` : listed(names)
    const they = names.length === 1 ? 'it does' : 'they do'
    const message = `${plural(names.length, 'command')} in the comment of this line: ${told}. Behind a “;” ${they} nothing. The line ends of the paste seem to be lost.`
    return [
      {
        line: line.number,
        message,
        fixes: [{ title: 'Put each command on its own line', edits: partComment(line, ending) }],
      },
    ]
  })
}

export const commandsInComments: Rule = {
  name: 'commands-in-comments',
  group: 'firmware',
  severity: 'error',
  title: 'Commands inside a comment',
  why: 'A paste that lost its line ends puts a whole script on one line. Everything behind the first “;” is a comment, and never runs.',
  silentWhen:
    'Silent for a comment that merely mentions a command, as “see G28”, and for a single command that is commented out.',
  example: { text: 'G28 ; home M420 S1 ; mesh M109 S200' },
  check,
}
