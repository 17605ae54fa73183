// Describes changes of a config or macro file in a few words: numbers by name, macros, other lines.
import { rawLines } from '../gcode/read.ts'
import { sectionsOf } from '../macros/config-sections.ts'

/** Beyond this limit changes are only counted. */
const max = 3

const spoken = (name: string): string => name.replace(/^variable_/, '').replaceAll('_', ' ')
const macroOf = (header: string): string => header.replace(/^(?:gcode_macro|delayed_gcode) /i, '')

/** Values by section and key; a template's text is described as its macro. */
function keysOf(text: string): Map<string, { what: string; value: string; template: boolean }> {
  const found = new Map<string, { what: string; value: string; template: boolean }>()
  for (const { header, keys } of sectionsOf(text).sections)
    for (const [key, { value }] of keys) {
      const template = key === 'gcode'
      const macro = macroOf(header)
      const what = template ? macro : key.startsWith('variable_') ? spoken(key) : `${key} of [${header}]`
      found.set(`${header} ${key}`, { what, value: value.trim(), template })
    }
  return found
}

/** Variables of a macro file (`var probing = 150`) by name, and the rest of its lines. */
function variablesOf(text: string): Map<string, { what: string; value: string; template: boolean }> {
  const found = new Map<string, { what: string; value: string; template: boolean }>()
  for (const raw of rawLines(text)) {
    const [, name, value] = /^\s{0,40}(?:var|global|set) ([\w.]{1,60})\s{0,8}=([^;]*)/.exec(raw) ?? []
    if (name && value !== undefined) found.set(name, { what: spoken(name), value: value.trim(), template: false })
  }
  return found
}

/**
 * The description, most important changes first; empty if no key or variable differs. `templates` means a host's
 * config.
 */
export function configChanges(before: string, after: string, templates: boolean): string {
  const [was, is] = [before, after].map(templates ? keysOf : variablesOf)
  if (!was || !is) return ''
  const says: string[] = []
  for (const [key, { what, value, template }] of is) {
    const old = was.get(key)
    if (!old) says.push(template ? `new macro ${what}` : `${what} ${value}`)
    else if (old.value !== value) says.push(template ? `the lines of ${what}` : `${what} ${old.value} → ${value}`)
  }
  for (const [key, { what, template }] of was) if (!is.has(key)) says.push(template ? `${what} gone` : `no ${what}`)
  const more = says.length - max
  return [...says.slice(0, max), ...(more > 0 ? [`${more} more`] : [])].join('; ')
}
