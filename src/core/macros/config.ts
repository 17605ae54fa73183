// Reads the macros of a host's config, with their templates and variables. Other sections are kept as text.

import { machineNumber } from '../gcode/number.ts'
import type { Printer } from '../model/printer.ts'
import { type ConfigFile, type ConfigPlace, type ConfigProblem, sectionsOf } from './config-sections.ts'
import { literalIn } from './literal.ts'
import type { Value } from './values.ts'

export type { ConfigFile, ConfigProblem } from './config-sections.ts'

export type Macro = {
  /** In upper case, as scripts call it. */
  name: string
  description: string
  /** The template of its lines. */
  gcode: string
  /** The included file with the macro; null for the main config. */
  file: ConfigPlace['file']
  /** The first line of the macro in its file, and of its template, from 1. */
  line: number
  gcodeLine: number
  /** The name that still calls the command which the macro replaces; null if it replaces none. */
  renames: string | null
  variables: Readonly<Record<string, Value>>
}

export type Config = {
  macros: ReadonlyMap<string, Macro>
  /** Delayed macros, by the name that schedules them, in upper case. */
  delayed: ReadonlyMap<string, Macro>
  /** All sections with their keys and values, by header, and also by header in lower case. */
  sections: ReadonlyMap<string, ReadonlyMap<string, string>>
  problems: ConfigProblem[]
}

/** Hint for a variable's value that can't be read. */
const literals = 'Texts need quotes; True, False and None start with a capital letter.'

const none: Config = { macros: new Map(), delayed: new Map(), sections: new Map(), problems: [] }

/**
 * Reads a value in a config: a number, true or false, a quoted text, a list or dictionary; otherwise the text itself.
 */
export function readValue(text: string): Value {
  const trimmed = text.trim()
  // A number with too many digits becomes null, as in a list (literal.ts).
  if (/^-?(?:\d+(?:\.\d*)?|\.\d+)$/.test(trimmed)) return machineNumber(trimmed)
  if (/^true$/i.test(trimmed)) return true
  if (/^false$/i.test(trimmed)) return false
  if (/^none$/i.test(trimmed)) return null
  const quoted = /^(['"])(.*)\1$/.exec(trimmed)?.[2]
  if (quoted !== undefined) return quoted
  const literal = /^[[({]/.test(trimmed) ? literalIn(trimmed) : undefined
  return literal === undefined ? trimmed : literal
}

/** Reads the macros of a config and its included files. Lines that can't be read are reported. Never throws. */
export function readConfig(text: string, files: readonly ConfigFile[] = []): Config {
  if (text.trim() === '') return none
  const { sections, problems } = sectionsOf(text, files)
  const macros = new Map<string, Macro>()
  const delayed = new Map<string, Macro>()
  const all = new Map<string, ReadonlyMap<string, string>>()
  for (const { header, file, line, keys } of sections) {
    const tell = (why: string, at = line) => problems.push({ ...(file !== null && { file }), line: at, why })
    // If two sections have the same name, keys of the later one win, and keys only in the earlier one stay.
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
        tell(`“${key}: ${value.trim()}” is not a value that the host can read, and it would not start. ${literals}`, at)
    if (gcode === undefined) tell(`The macro ${name} has no “gcode:”.`)
    if (those.has(name)) tell(`The macro ${name} is defined twice; the later definition counts.`)
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

/** The last config that was read. Every rehearsal asks for it several times, and it seldom changes. */
let last: { text: string; files: readonly ConfigFile[]; config: Config } | null = null

/** Reads a printer's config with its included files. */
export function configOf({ macros, configFiles = [] }: Pick<Printer, 'macros' | 'configFiles'>): Config {
  const text = macros ?? ''
  const same = ({ name, text }: ConfigFile, i: number) => name === last?.files[i]?.name && text === last.files[i].text
  const isLast = last?.text === text && last.files.length === configFiles.length && configFiles.every(same)
  if (!last || !isLast) last = { text, files: configFiles, config: readConfig(text, configFiles) }
  return last.config
}

/** Whether lines look like a config file: a macro's section, or several sections in brackets with keys below them. */
export function looksLikeConfig(raws: readonly string[]): boolean {
  if (!raws.some(raw => raw.startsWith('['))) return false
  const macro = raws.findIndex(raw => /^\[(?:gcode_macro|delayed_gcode)\s+\S+\]/i.test(raw))
  if (macro >= 0 && raws.slice(macro).some(raw => /^gcode\s*:/i.test(raw))) return true
  const sections = raws.filter(raw => /^\[[a-z_][\w .-]*\]\s*(?:[#;].*)?$/i.test(raw)).length
  const keys = raws.filter(raw => /^[a-z_]\w*\s*[:=]\s*\S*/.test(raw)).length
  return sections > 0 && keys >= sections && sections + keys > raws.length / 4
}
