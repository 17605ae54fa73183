// Uses a command that exists only on some manufacturers' machines, or differs between them.
import type { Checked, Found, Rule } from '../finding.ts'

function check({ statements }: Checked): Found[] {
  return statements.flatMap(({ line, spec }): Found[] => {
    if (!spec?.makersOwn || spec.taught) return []
    const message = `${spec.name} exists only on some manufacturers’ boards (“${spec.title}”). On other boards it does something else or nothing. Look it up for your board, and teach it in the command book.`
    return [{ line: line.number, message }]
  })
}

export const anotherMakersCommand = {
  name: 'another-makers-command',
  group: 'firmware',
  severity: 'advice',
  title: 'A command that only some manufacturers have',
  why: 'Some manufacturers use numbers that the firmware leaves free. On a board of a different manufacturer the same number does something else.',
  silentWhen: 'Silent for commands that you have taught.',
  example: { text: 'G28\nM320\nM109 S200' },
  judgesLine: true,
  check,
} as const satisfies Rule
