// What rules see of a host's macros: those of the file that is open, and what all of them together do.
import type { Stage } from '../machine/state.ts'
import type { Macro } from '../macros/config.ts'

export type TemplateLine = { macro: Macro; line: number; text: string }

/** All macros of the printer, those that run by themselves among them. */
export const allMacros = ({ macros, delayed }: Pick<Stage, 'macros' | 'delayed'>): Macro[] => [
  ...(macros?.values() ?? []),
  ...(delayed?.values() ?? []),
]

/** Those that stand in the open file; none where a script is open, or a macro file, which has its own ways. */
export const openMacros = (stage: Stage): Macro[] =>
  stage.opened && !stage.firmware.flow ? allMacros(stage).filter(({ file }) => file === stage.opened?.file) : []

/** A macro's lines by their numbers in its file, without notes. */
export const linesOf = (macro: Macro): TemplateLine[] =>
  macro.gcode.split('\n').flatMap((raw, i) => {
    const text = raw.trim()
    return text === '' || text.startsWith(';') ? [] : [{ macro, line: macro.gcodeLine + i, text }]
  })

/** The lines of a template that are this command, by the word that they begin with. */
export const linesWith = (macro: Macro, name: string): TemplateLine[] =>
  linesOf(macro).filter(({ text }) => text.split(/\s/, 1)[0]?.toUpperCase() === name)

/** The value of `KEY=value` in a line; null where it is not there, or is worked out only when it runs. */
export function givenFor(key: string, text: string): string | null {
  const value = new RegExp(`(?:^|\\s)${key}=("[^"]*"|\\S+)`, 'i').exec(text)?.[1]?.replaceAll('"', '')
  return value === undefined || value.includes('{') ? null : value
}

/** The parameters that a macro reads, in upper case; null where it takes whatever it is given. */
export function parametersRead({ gcode }: Macro): string[] | null {
  if (/rawparams|params\s*[^.\s\w]|params\s*%\}/.test(gcode)) return null
  return [...new Set([...gcode.matchAll(/params\.(\w{1,60})/g)].map(found => (found[1] ?? '').toUpperCase()))]
}
