// A word is nearly, but not exactly, a known command, macro or parameter.

import { meantBy } from '../../effects/meant-by.ts'
import { nearMiss } from '../../firmware/near-miss.ts'
import type { CommandSpec } from '../../firmware/spec.ts'
import { type Command, type Line, placeOf } from '../../gcode/line.ts'
import type { Checked, Fix, Found, Rule } from '../finding.ts'
import { parametersRead } from '../macros.ts'

/** Replaces a word in its line. Lines of macros have no text here, and so no fix. */
function writeInstead(line: Line, wrong: string, right: string): Fix[] {
  const piece = line.pieces.find(
    ({ text }) => text.toUpperCase() === wrong || text.toUpperCase().startsWith(`${wrong}=`),
  )
  if (!piece) return []
  const { from } = placeOf(line, piece)
  return [{ title: `Write ${right}`, edits: [{ from, to: from + wrong.length, insert: right }] }]
}

/** The key that a command takes and lacks and that a given key most likely stands for; null for known and unlike keys. */
export function keyMeantBy(key: string, { keys }: Command, taken: readonly string[]): string | null {
  const given = keys.map(each => each.key.toUpperCase())
  const lacking = taken.filter(each => !given.includes(each))
  return taken.includes(key) ? null : nearMiss(key, lacking)
}

/** Keys of a command that are nearly one that it takes and that the line lacks. */
function wrongKeys(line: Line, command: Command, taken: readonly string[]): Found[] {
  const { name, keys } = command
  return keys.flatMap((each): Found[] => {
    const key = each.key.toUpperCase()
    const right = keyMeantBy(key, command, taken)
    if (right === null) return []
    const message = `${name} doesn’t take ${key}. Did you mean ${right}?`
    return [{ line: line.number, message, severity: 'warning', fixes: writeInstead(line, key, right) }]
  })
}

const keysOf = (spec: CommandSpec | undefined): string[] =>
  !spec || spec.text || spec.anyLetter ? [] : spec.letters.map(({ letter }) => letter)

function check({ statements, stage }: Checked): Found[] {
  return statements.flatMap(({ line, command, spec }): Found[] => {
    const macro = stage.macros?.get(command.name)
    if (macro) return wrongKeys(line, command, parametersRead(macro) ?? [])
    if (spec) return wrongKeys(line, command, keysOf(spec))
    const right = meantBy(command.name, stage)
    if (right === null) return []
    const message = `${command.name} is not known on this printer. Did you mean ${right}?`
    // A host stops at an unknown word. Without its config, the word may be one of its macros.
    const severity = stage.macros ? 'error' : 'warning'
    return [{ line: line.number, message, severity, fixes: writeInstead(line, command.name, right) }]
  })
}

export const misspelled = {
  name: 'misspelled',
  group: 'firmware',
  severity: 'warning',
  title: 'A misspelled name',
  why: 'The machine ignores a word that it does not know, or stops there. One letter is enough.',
  silentWhen: 'Silent for short names, for numbered commands such as G29, and where two known names are equally near.',
  example: {
    text: 'G28\nBED_MESH_CALIBRTAE\nM109 S200',
    printer: { firmware: { family: 'host', version: '12.0', abilities: {} } },
  },
  judgesLine: true,
  reveals: true,
  check,
} as const satisfies Rule
