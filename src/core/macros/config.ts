// Reads a host's config file: its macros, with their templates and variables. Other sections are left alone.

import { rawLines } from '../gcode/read.ts'
import { literalIn } from './template/literal.ts'
import type { Value } from './values.ts'

export type Macro = {
  /** In upper case, as it is called. */
  name: string
  description: string
  /** The template that makes its lines. */
  gcode: string
  /** The line of the config at which it begins, and at which its template does, from 1. */
  line: number
  gcodeLine: number
  /** The name under which the command that it takes the place of can still be called; null where it takes none. */
  renames: string | null
  variables: Readonly<Record<string, Value>>
}

export type ConfigProblem = { line: number; why: string }
export type Config = {
  macros: ReadonlyMap<string, Macro>
  /** Macros that run by themselves when their time comes, by the name that sets it, in upper case. */
  delayed: ReadonlyMap<string, Macro>
  /** Every section's keys and values as they are written, by its header, and by that in small letters. */
  sections: ReadonlyMap<string, ReadonlyMap<string, string>>
  problems: ConfigProblem[]
}

const none: Config = { macros: new Map(), delayed: new Map(), sections: new Map(), problems: [] }

/** A value as a config writes it: a number, true or false, a quoted text, a list or dictionary, or else the text itself. */
export function readValue(text: string): Value {
  const trimmed = text.trim()
  if (/^-?(?:\d+(?:\.\d*)?|\.\d+)$/.test(trimmed)) return Number(trimmed)
  if (/^true$/i.test(trimmed)) return true
  if (/^false$/i.test(trimmed)) return false
  if (/^none$/i.test(trimmed)) return null
  const quoted = /^(['"])(.*)\1$/.exec(trimmed)?.[2]
  if (quoted !== undefined) return quoted
  return /^[[({]/.test(trimmed) ? (literalIn(trimmed) ?? trimmed) : trimmed
}

/** `key: value` or `key = value`; null for a line that is neither. */
function keyIn(raw: string): { key: string; value: string } | null {
  const at = raw.search(/[:=]/)
  const key = raw.slice(0, Math.max(0, at)).trimEnd()
  return /^[A-Za-z_][\w ]*$/.test(key) ? { key, value: raw.slice(at + 1).trimStart() } : null
}

type Section = { header: string; line: number; keys: Map<string, { value: string; line: number }> }

function sectionsOf(text: string): { sections: Section[]; problems: ConfigProblem[] } {
  const sections: Section[] = []
  const problems: ConfigProblem[] = []
  let key: { value: string; line: number } | null = null
  rawLines(text).forEach((raw, i) => {
    const line = i + 1
    const header = /^\[([^\]]+)\]/.exec(raw)?.[1]
    if (header !== undefined) {
      sections.push({ header: header.trim(), line, keys: new Map() })
      key = null
    } else if (/^\s*(?:[#;]|$)/.test(raw) && !/^\s+;/.test(raw)) {
      // What is passed over still counts, so that a template's lines keep their numbers.
      if (key) key.value += '\n'
    } else if (/^\s/.test(raw)) {
      if (key) key.value += `\n${raw}`
    } else {
      const found = keyIn(raw)
      const section = sections.at(-1)
      if (!found || !section)
        problems.push({ line, why: `“${raw.trim().slice(0, 40)}” is neither a section nor a key with a value.` })
      else {
        key = { value: found.value, line }
        section.keys.set(found.key.toLowerCase(), key)
      }
    }
  })
  return { sections, problems }
}

/** The macros of a config; what can't be read is told with its line. Never throws. */
export function readConfig(text: string): Config {
  if (text.trim() === '') return none
  const { sections, problems } = sectionsOf(text)
  const macros = new Map<string, Macro>()
  const delayed = new Map<string, Macro>()
  const all = new Map<string, ReadonlyMap<string, string>>()
  for (const { header, line, keys } of sections) {
    const own = new Map([...keys].map(([key, { value }]) => [key, value.trim()]))
    all.set(header, own)
    all.set(header.toLowerCase(), own)
    const included = /^include\s+(\S.*)$/i.exec(header)?.[1]
    if (included)
      problems.push({
        line,
        why: `It includes “${included}”, which is not here. Paste what is in that file in here too.`,
      })
    const [, sort, called] = /^(gcode_macro|delayed_gcode)\s+(\S+)$/i.exec(header) ?? []
    const name = called?.toUpperCase()
    if (!sort || !name) continue
    const those = sort.toLowerCase() === 'gcode_macro' ? macros : delayed
    const gcode = keys.get('gcode')?.value
    if (gcode === undefined) problems.push({ line, why: `The macro ${name} has no “gcode:”.` })
    if (those.has(name)) problems.push({ line, why: `The macro ${name} stands there twice; the later one counts.` })
    those.set(name, {
      name,
      description: keys.get('description')?.value ?? '',
      gcode: gcode ?? '',
      line,
      gcodeLine: keys.get('gcode')?.line ?? line,
      renames: keys.get('rename_existing')?.value.trim().toUpperCase() ?? null,
      variables: Object.fromEntries(
        [...keys].flatMap(([key, { value }]) =>
          key.startsWith('variable_') ? [[key.slice(9), readValue(value)]] : [],
        ),
      ),
    })
  }
  return { macros, delayed, sections: all, problems }
}

/** Whether lines read like a config file: sections in brackets, each with keys below it. */
export function looksLikeConfig(raws: readonly string[]): boolean {
  if (!raws.some(raw => raw.startsWith('['))) return false
  const sections = raws.filter(raw => /^\[[a-z_][\w .-]*\]\s*(?:[#;].*)?$/i.test(raw)).length
  const keys = raws.filter(raw => /^[a-z_]\w*\s*[:=]\s*\S*/.test(raw)).length
  return sections > 0 && keys >= sections && sections + keys > raws.length / 4
}
