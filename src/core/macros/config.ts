// Reads a host's config file: its macros, with their templates and variables. Other sections are left alone.

import { machineNumber } from '../gcode/number.ts'
import type { Printer } from '../model/printer.ts'
import { type ConfigFile, type ConfigPlace, type ConfigProblem, sectionsOf } from './config-sections.ts'
import { literalIn } from './literal.ts'
import type { Value } from './values.ts'

export type { ConfigFile, ConfigProblem } from './config-sections.ts'

export type Macro = {
  /** In upper case, as it is called. */
  name: string
  description: string
  /** The template that makes its lines. */
  gcode: string
  /** The included file that it stands in; null for the config itself. */
  file: ConfigPlace['file']
  /** The line of its file at which it begins, and at which its template does, from 1. */
  line: number
  gcodeLine: number
  /** The name under which the command that it takes the place of can still be called; null where it takes none. */
  renames: string | null
  variables: Readonly<Record<string, Value>>
}

export type Config = {
  macros: ReadonlyMap<string, Macro>
  /** Macros that run by themselves when their time comes, by the name that sets it, in upper case. */
  delayed: ReadonlyMap<string, Macro>
  /** Every section's keys and values as they are written, by its header, and by that in small letters. */
  sections: ReadonlyMap<string, ReadonlyMap<string, string>>
  problems: ConfigProblem[]
}

/** What a variable's value has to look like. */
const literals = 'A text stands in quotes; True, False and None begin with a capital letter.'

const none: Config = { macros: new Map(), delayed: new Map(), sections: new Map(), problems: [] }

/** A value as a config writes it: a number, true or false, a quoted text, a list or dictionary, or else the text itself. */
export function readValue(text: string): Value {
  const trimmed = text.trim()
  // A number of more figures than one can have is null, as in a list (literal.ts).
  if (/^-?(?:\d+(?:\.\d*)?|\.\d+)$/.test(trimmed)) return machineNumber(trimmed)
  if (/^true$/i.test(trimmed)) return true
  if (/^false$/i.test(trimmed)) return false
  if (/^none$/i.test(trimmed)) return null
  const quoted = /^(['"])(.*)\1$/.exec(trimmed)?.[2]
  if (quoted !== undefined) return quoted
  const literal = /^[[({]/.test(trimmed) ? literalIn(trimmed) : undefined
  return literal === undefined ? trimmed : literal
}

/** The macros of a config and of the files that it includes; what can't be read is told with its line. Never throws. */
export function readConfig(text: string, files: readonly ConfigFile[] = []): Config {
  if (text.trim() === '') return none
  const { sections, problems } = sectionsOf(text, files)
  const macros = new Map<string, Macro>()
  const delayed = new Map<string, Macro>()
  const all = new Map<string, ReadonlyMap<string, string>>()
  for (const { header, file, line, keys } of sections) {
    const tell = (why: string, at = line) => problems.push({ ...(file !== null && { file }), line: at, why })
    // Of two sections of one name the later one's keys count, and those that only the earlier one has.
    const own = new Map([
      ...(all.get(header) ?? []),
      ...[...keys].map(([key, { value }]): [string, string] => [key, value.trim()]),
    ])
    all.set(header, own)
    all.set(header.toLowerCase(), own)
    const [, kind, called] = /^(gcode_macro|delayed_gcode)\s+(\S+)$/i.exec(header) ?? []
    const name = called?.toUpperCase()
    if (!kind || !name) continue
    const those = kind.toLowerCase() === 'gcode_macro' ? macros : delayed
    const gcode = keys.get('gcode')?.value
    for (const [key, { value, line: at }] of keys)
      if (key.startsWith('variable_') && literalIn(value) === undefined)
        tell(`“${key}: ${value.trim()}” is no value that the host can read, and it would not start. ${literals}`, at)
    if (gcode === undefined) tell(`The macro ${name} has no “gcode:”.`)
    if (those.has(name)) tell(`The macro ${name} stands there twice; the later one counts.`)
    those.set(name, {
      name,
      description: keys.get('description')?.value ?? '',
      gcode: gcode ?? '',
      file,
      line,
      gcodeLine: keys.get('gcode')?.line ?? line,
      renames: keys.get('rename_existing')?.value.trim().toUpperCase() ?? null,
      variables: Object.fromEntries(
        [...keys].flatMap(([key, { value }]) =>
          key.startsWith('variable_') ? [[key.slice(9), literalIn(value) ?? readValue(value)]] : [],
        ),
      ),
    })
  }
  return { macros, delayed, sections: all, problems }
}

/** A printer's config with the files that it includes. */
export const configOf = ({ macros, configFiles }: Pick<Printer, 'macros' | 'configFiles'>): Config =>
  readConfig(macros ?? '', configFiles ?? [])

/** Whether lines read like a config file: sections in brackets, each with keys below it. */
export function looksLikeConfig(raws: readonly string[]): boolean {
  if (!raws.some(raw => raw.startsWith('['))) return false
  const sections = raws.filter(raw => /^\[[a-z_][\w .-]*\]\s*(?:[#;].*)?$/i.test(raw)).length
  const keys = raws.filter(raw => /^[a-z_]\w*\s*[:=]\s*\S*/.test(raw)).length
  return sections > 0 && keys >= sections && sections + keys > raws.length / 4
}
