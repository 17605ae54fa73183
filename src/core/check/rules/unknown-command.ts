// A command is not in the firmware's table, or a line is not a command at all.
import { meantBy } from '../../effects/meant-by.ts'
import { type Unknown, unknownIn } from '../../explain/unknown.ts'
import { mayBeMacro } from '../../firmware/spec.ts'
import { listed } from '../../format.ts'
import type { Checked, Found, Rule } from '../finding.ts'

function check({ lines, stage, trace }: Checked): Found[] {
  const macros = trace.troubles.flatMap(({ kind, line, why }): Found[] => {
    if (kind === 'file') return [{ line, message: `${why} Add it under Macros.`, severity: 'advice' }]
    if (kind === 'unreadable') return [{ line, message: why }]
    if (kind === 'config') return [{ line, message: why, severity: 'error' }]
    return kind === 'macro' ? [{ line, message: `${why} The rehearsal leaves it out.` }] : []
  })
  const unreadable = lines.flatMap((line): Found[] =>
    line.kind === 'unreadable' ? [{ line: line.number, message: line.reason ?? 'This line can’t be read.' }] : [],
  )
  // A near miss of a known name is reported by `misspelled`.
  const unknown = unknownIn(lines, stage).filter(({ name }) => meantBy(name, stage) === null)
  const may = unknown.filter(({ name }) => mayBeMacro(stage.firmware, name))
  const not = unknown.filter(({ name }) => !mayBeMacro(stage.firmware, name))
  return [...macros, ...unreadable, ...together(may, maybeMacros, 'advice'), ...together(not, notKnown)]
}

/** Merges all unknown commands into one finding, each name with its lines. */
function together(
  unknown: readonly Unknown[],
  tell: (names: string, one: boolean) => string,
  severity?: 'advice',
): Found[] {
  const first = unknown[0]
  if (!first) return []
  const one = unknown.length === 1
  const names = one
    ? `“${first.name}”`
    : listed(unknown.slice(0, max).map(({ name, lines }) => `${name} (line ${lines.join(', ')})`)) +
      (unknown.length > max ? ` and ${unknown.length - max} more` : '')
  const message = tell(names, one)
  const lines = unknown.flatMap(each => each.lines).sort((a, b) => a - b)
  return [{ line: lines[0] as number, lines, message, ...(severity && { severity }) }]
}

/** Limit of names in the message. */
const max = 8

const maybeMacros = (names: string, one: boolean): string =>
  one
    ? `${names} may be a macro of this printer. The rehearsal does not know it and leaves it out. Teach it, or add the printer’s config under Macros.`
    : `These may be macros of this printer: ${names}. The rehearsal does not know them and leaves them out. Teach them, or add the printer’s config under Macros.`

const notKnown = (names: string, one: boolean): string =>
  one
    ? `${names} is unknown to this firmware, so the rehearsal leaves it out. Most machines ignore unknown commands. If yours knows it, teach it.`
    : `Commands unknown to this firmware: ${names}. The rehearsal leaves them out. Most machines ignore unknown commands. If yours knows them, teach them all at once.`

export const unknownCommand = {
  name: 'unknown-command',
  group: 'firmware',
  severity: 'warning',
  title: 'Unknown command',
  why: 'It may be a maker’s own command, a typing mistake, or text that lost its “;”. The rehearsal does not know what it does.',
  silentWhen: 'Silent for what you have taught. A name that may be a macro of your printer is only advice.',
  example: { text: 'G28\nM420 S1\nM9876' },
  judgesLine: true,
  check,
} as const satisfies Rule
