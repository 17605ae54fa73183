// A paste left commands inside a comment, where they do nothing.
import { listed, plural } from '../../format.ts'
import { hiddenCommands, partComment } from '../../script/edits/comment-commands.ts'
import type { Checked, Found, Rule } from '../finding.ts'

/** Limit of commands named in the message. */
const max = 5

function check({ lines }: Checked): Found[] {
  const ending = lines.find(line => line.ending)?.ending ?? '\n'
  const hiding = lines.flatMap(line => {
    const hidden = hiddenCommands(line)
    return hidden ? [{ line, names: hidden.commands.map(({ name }) => name) }] : []
  })
  const first = hiding[0]
  if (!first) return []
  const names = hiding.flatMap(each => each.names)
  const list = names.length > max ? `${names.slice(0, max).join(', ')} and ${names.length - max} more` : listed(names)
  const where =
    hiding.length === 1
      ? 'the comment of this line'
      : `comments, on lines ${listed(hiding.map(({ line }) => String(line.number)))}`
  const message = `${plural(names.length, 'command')} in ${where}: ${list}. After a “;” ${names.length === 1 ? 'it does' : 'they do'} nothing. The paste seems to have lost its line breaks.`
  const edits = hiding.flatMap(({ line }) => partComment(line, ending))
  return [
    {
      line: first.line.number,
      lines: hiding.map(({ line }) => line.number),
      message,
      fixes: [{ title: 'Put each command on its own line', edits }],
    },
  ]
}

export const commandsInComments = {
  name: 'commands-in-comments',
  group: 'firmware',
  severity: 'error',
  title: 'Commands inside a comment',
  why: 'A paste that lost its line breaks puts a whole script on one line. Everything after the first “;” is a comment and never runs.',
  silentWhen:
    'Silent for a comment that merely mentions a command, such as “see G28”, and for a single command that is commented out.',
  example: { text: 'G28 ; home M420 S1 ; mesh M109 S200' },
  check,
} as const satisfies Rule
