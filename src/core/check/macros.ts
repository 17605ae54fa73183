// Queries about a host's macros: those in the open file, and all of them together.
import type { Stage } from '../machine/state.ts'
import type { Macro } from '../macros/config.ts'

export type TemplateLine = { macro: Macro; line: number; text: string }

/** All macros of the printer, including delayed ones. */
export const allMacros = ({ macros, delayed }: Pick<Stage, 'macros' | 'delayed'>): Macro[] => [
  ...(macros?.values() ?? []),
  ...(delayed?.values() ?? []),
]

/** The macros in the open config; empty for scripts and macro files. */
export const openMacros = (stage: Stage): Macro[] =>
  stage.opened && !stage.firmware.flow ? allMacros(stage).filter(({ file }) => file === stage.opened?.file) : []

/** Cache of the lines of macros: several rules read them in every round. */
const knownLines = new WeakMap<Macro, readonly TemplateLine[]>()

/** A macro's lines without comments, with their line numbers in the file. */
export function linesOf(macro: Macro): readonly TemplateLine[] {
  const known = knownLines.get(macro)
  if (known) return known
  const lines = macro.gcode.split('\n').flatMap((raw, i): TemplateLine[] => {
    const text = raw.trim()
    return text === '' || text.startsWith(';') ? [] : [{ macro, line: macro.gcodeLine + i, text }]
  })
  knownLines.set(macro, lines)
  return lines
}

/** The template lines that start with a command's name. */
export const linesWith = (macro: Macro, name: string): TemplateLine[] =>
  linesOf(macro).filter(({ text }) => text.split(/\s/, 1)[0]?.toUpperCase() === name)

/** The value of `KEY=value` in a line; null if it is missing or calculated at run time. */
export function givenFor(key: string, text: string): string | null {
  const value = new RegExp(`(?:^|\\s)${key}=("[^"]*"|\\S+)`, 'i').exec(text)?.[1]?.replaceAll('"', '')
  return value === undefined || value.includes('{') ? null : value
}

/** The parameters that a macro reads, in upper case; null if it accepts any. */
export function parametersRead({ gcode }: Macro): string[] | null {
  if (/rawparams|params\s*[^.\s\w]|params\s*%\}/.test(gcode)) return null
  return [...new Set([...gcode.matchAll(/params\.(\w{1,60})/g)].map(found => (found[1] ?? '').toUpperCase()))]
}
