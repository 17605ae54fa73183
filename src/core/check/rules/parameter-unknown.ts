// A command has a letter that it does not know.
import type { CommandSpec, Letter } from '../../firmware/spec.ts'
import { listed } from '../../format.ts'
import type { Command, Line } from '../../gcode/line.ts'
import type { Macro } from '../../macros/config.ts'
import type { Checked, Found, Rule } from '../finding.ts'
import { parametersRead } from '../macros.ts'
import { letterZeros } from '../queries.ts'
import { keyMeantBy } from './misspelled.ts'

/** The letters and keys of a command that its entry lacks. */
function oddIn(command: Command, { letters }: CommandSpec): string[] {
  const { name, words, keys } = command
  const known = letters.map(({ letter }) => letter)
  const odd: string[] = []
  for (const { letter, flaw } of words)
    if (flaw === null && !takes(letters, letter) && !(name === 'T' && letter === 'T')) odd.push(letter)
  // `misspelled` reports keys that are nearly right.
  for (const { key } of keys) if (!takes(letters, key) && keyMeantBy(key, command, known) === null) odd.push(key)
  return odd
}

function takes(letters: readonly Letter[], name: string): boolean {
  for (const { letter } of letters) if (letter === name) return true
  return false
}

/** Describes a macro call with a parameter that the macro does not read; null otherwise. */
function oddCall(command: Command, macro: Macro): string | null {
  const read = parametersRead(macro)
  const given = command.keys.map(({ key }) => key.toUpperCase())
  const odd = given.filter(key => read && !read.includes(key) && keyMeantBy(key, command, read) === null)
  if (odd.length === 0) return null
  const known = read?.length ? ` It takes ${listed(read)}.` : ' It takes none.'
  return `The macro ${macro.name} doesn’t take ${listed([...new Set(odd)])}, so it is ignored.${known}`
}

function check({ statements, stage }: Checked): Found[] {
  return statements.flatMap(({ line, command, spec }): Found[] => {
    const macro = stage.macros?.get(command.name)
    const odd = macro ? oddCall(command, macro) : null
    if (odd !== null) return [{ line: line.number, message: odd, severity: 'warning' }]
    return oddLetters(line, command, macro ? undefined : spec)
  })
}

function oddLetters(line: Line, command: Command, spec: CommandSpec | undefined): Found[] {
  if (!spec || spec.text || spec.anyLetter) return []
  if (spec.effect.does === 'macro' || spec.effect.does === 'flow') return []
  const zeros = letterZeros(line, spec)
  const odd = oddIn(command, spec).filter(letter => letter !== 'O' || zeros.length === 0)
  if (odd.length === 0) return []
  const known = spec.letters.length
    ? ` It takes ${listed(spec.letters.map(({ letter }) => letter))}.`
    : ' It takes none.'
  const message = `${command.name} doesn’t take ${listed([...new Set(odd)])} on this firmware, so it is ignored.${known}`
  const byRadius = spec.effect.does === 'arc' && !spec.effect.byRadius && odd.includes('R')
  if (byRadius) {
    const radius = `${command.name} takes an arc’s centre (I and J) only on this firmware. With a radius (R) it stops with an error.`
    return [{ line: line.number, severity: 'error', message: radius }]
  }
  return [{ line: line.number, message }]
}

export const parameterUnknown = {
  name: 'parameter-unknown',
  group: 'firmware',
  severity: 'advice',
  title: 'A letter that the command doesn’t take',
  why: 'A command silently ignores letters that it does not know. Often a different letter was intended.',
  silentWhen:
    'Silent for macros that accept any parameter, and for commands whose letters differ from machine to machine.',
  example: { text: 'G28\nM420 S1\nM109 S200 Q5' },
  judgesLine: true,
  check,
} as const satisfies Rule
