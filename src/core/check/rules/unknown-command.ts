// A line whose command the firmware's table doesn't have, or that is no command at all.
import { mayBeMacro, specNamed } from '../../firmware/spec.ts'
import { listed } from '../../format.ts'
import { looksLikeConfig } from '../../macros/config.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { familiesWith } from './not-in-this-family.ts'

function check({ lines, stage, trace }: Checked): Found[] {
  const macros = trace.troubles.flatMap(({ sort, line, why }): Found[] => {
    if (sort === 'file') return [{ line, message: `${why} Add it under Macros.`, severity: 'advice' }]
    if (sort === 'unreadable') return [{ line, message: why }]
    return sort === 'macro' ? [{ line, message: `${why} The rehearsal leaves it out.` }] : []
  })
  const unreadable = lines.flatMap((line): Found[] =>
    line.kind === 'unreadable' ? [{ line: line.number, message: line.reason ?? 'This line can’t be read.' }] : [],
  )
  if (looksLikeConfig(lines.map(({ raw }) => raw))) return [...macros, config]
  const [may, not] = [true, false].map(maybe =>
    lines.flatMap(line => {
      const name = line.command?.name
      return name !== undefined && isUnknown(name, stage) && mayBeMacro(stage.firmware, name) === maybe
        ? [{ line: line.number, name }]
        : []
    }),
  ) as [Unknown[], Unknown[]]
  return [...macros, ...unreadable, ...together(may, maybeMacros, 'advice'), ...together(not, notKnown)]
}

type Unknown = { line: number; name: string }

const config: Found = {
  line: 1,
  message:
    'This reads like the config file of a printer, not like a script. Put it under Macros, where its macros can be looked at and called.',
}

/** Names that neither this family nor another has, nor a macro of the printer. */
const isUnknown = (name: string, stage: Checked['stage']): boolean =>
  !stage.macros?.has(name) && !specNamed(stage.firmware, name) && familiesWith(name, stage.firmware.family).length === 0

/** All unknown commands in one finding, each name with its lines. */
function together(
  unknown: readonly Unknown[],
  tell: (names: string, one: boolean) => string,
  severity?: 'advice',
): Found[] {
  const first = unknown[0]
  if (!first) return []
  const byName = new Map<string, number[]>()
  for (const { name, line } of unknown) byName.set(name, [...(byName.get(name) ?? []), line])
  const one = byName.size === 1
  const names = one
    ? `“${first.name}”`
    : listed([...byName].slice(0, most).map(([name, at]) => `${name} (line ${at.join(', ')})`)) +
      (byName.size > most ? ` and ${byName.size - most} more` : '')
  const message = tell(names, one)
  return [{ line: first.line, lines: unknown.map(({ line }) => line), message, ...(severity && { severity }) }]
}

/** So many names are told. */
const most = 8

const maybeMacros = (names: string, one: boolean): string =>
  one
    ? `${names} may be a macro of this printer. What it does is not known, so the rehearsal leaves it out. Teach it, or add the printer’s config under Macros.`
    : `These may be macros of this printer: ${names}. What they do is not known, so the rehearsal leaves them out. Teach them, or add the printer’s config under Macros.`

const notKnown = (names: string, one: boolean): string =>
  one
    ? `${names} is not known for this firmware, so the rehearsal leaves it out. Most machines pass over what they don’t know. If yours knows it, teach it.`
    : `Commands that are not known for this firmware: ${names}. The rehearsal leaves them out. Most machines pass over what they don’t know. If yours knows them, teach them all at once.`

export const unknownCommand: Rule = {
  name: 'unknown-command',
  group: 'firmware',
  severity: 'warning',
  title: 'A command that is not known',
  why: 'It may be a maker’s own command, a typing mistake, or text that lost its “;”. What it does is not rehearsed.',
  silentWhen: 'Silent for what you have taught. A name that may be a macro of your printer is only advice.',
  example: { text: 'G28\nM420 S1\nM9876' },
  check,
}
