// A line whose command the firmware's table doesn't have, or that is no command at all.
import { mayBeMacro, specNamed } from '../../firmware/spec.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { familiesWith } from './not-in-this-family.ts'

function check({ lines, stage, trace }: Checked): Found[] {
  const macros = trace.troubles.flatMap(({ sort, line, why }): Found[] => {
    if (sort === 'file') return [{ line, message: `${why} Add it under Macros.`, severity: 'advice' }]
    if (sort === 'unreadable') return [{ line, message: why }]
    return sort === 'macro' ? [{ line, message: `${why} The rehearsal leaves it out.` }] : []
  })
  const unknown = lines.flatMap((line): Found[] => {
    if (line.kind === 'unreadable') return [{ line: line.number, message: line.reason ?? 'This line can’t be read.' }]
    const name = line.command?.name
    if (
      name === undefined ||
      stage.macros?.has(name) ||
      specNamed(stage.firmware, name) ||
      familiesWith(name, stage.firmware.family).length
    )
      return []
    if (mayBeMacro(stage.firmware, name)) {
      const message = `“${name}” may be a macro of this printer. We don’t know what it does, so the rehearsal leaves it out. Teach it in the command book.`
      return [{ line: line.number, severity: 'advice', message }]
    }
    const message = `“${name}” is not known for this firmware, so the rehearsal leaves it out. Most machines pass over what they don’t know. If yours knows it, teach it in the command book.`
    return [{ line: line.number, message }]
  })
  return [...macros, ...unknown]
}

export const unknownCommand: Rule = {
  name: 'unknown-command',
  group: 'firmware',
  severity: 'warning',
  title: 'A command that we don’t know',
  why: 'It may be a maker’s own command, a typing mistake, or text that lost its “;”. What it does is not rehearsed.',
  silentWhen: 'Silent for what you have taught. A name that may be a macro of your printer is only advice.',
  example: { text: 'G28\nM420 S1\nM9876' },
  check,
}
