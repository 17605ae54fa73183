// Reads a host's config into sections with their keys, including the files that it includes.
import { rawLines } from '../gcode/read.ts'

export type ConfigFile = { name: string; text: string }
/** A position in a config: the included file (null for the main config) and the line, from 1. */
export type ConfigPlace = { file: string | null; line: number }
export type ConfigProblem = { file?: string; line: number; why: string }

export type Key = { value: string; line: number }
export type Section = ConfigPlace & {
  header: string
  /** By name in lower case. */
  keys: Map<string, Key>
  /** Whether the section is in the part that the host itself saves at the end of the file. */
  saved: boolean
}

export type Sections = {
  sections: Section[]
  problems: ConfigProblem[]
  /** Included files that are missing, by the name in the config. */
  missing: (ConfigPlace & { name: string })[]
}

/** Limit of included files: files that include many files could continue for ever. */
const maxFiles = 200

const upTo = (text: string, at: number): string => (at < 0 ? text : text.slice(0, at).trimEnd())

/** Removes a comment after `#`, but keeps a template's own comments, `{# … #}`. */
const withoutNote = (raw: string): string => upTo(raw, raw.search(/(?<!\{)#(?!\})/))

/** Splits `key: value` or `key = value`; null for other lines. */
function keyIn(raw: string): { key: string; value: string } | null {
  const at = raw.search(/[:=]/)
  const key = raw.slice(0, Math.max(0, at)).trimEnd()
  return /^[A-Za-z_][\w ]*$/.test(key) ? { key, value: raw.slice(at + 1).trimStart() } : null
}

/** Prefix of the lines that the host saves at the end of its file; older hosts read them as comments. */
const savedSign = /^#\*#[ \t]?/
/** The line before the saved part. */
const savedTitle = /^<-+ /

/** The sections of one file, without included files. */
function ownSections(text: string, file: string | null): Pick<Sections, 'sections' | 'problems'> {
  const place = file === null ? {} : { file }
  const sections: Section[] = []
  const problems: ConfigProblem[] = []
  let key: Key | null = null
  rawLines(text.replace(/^\ufeff/, '')).forEach((written, i) => {
    const line = i + 1
    const saved = savedSign.test(written)
    const raw = saved ? written.replace(savedSign, '') : written
    if (saved && savedTitle.test(raw)) return
    const header = /^\[([^\]]+)\]/.exec(raw)?.[1]
    if (header !== undefined) {
      sections.push({ header: header.trim(), file, line, keys: new Map(), saved })
      key = null
    } else if (/^\s*(?:[#;]|$)/.test(raw) && !/^\s+;/.test(raw)) {
      // Skipped lines still count, so that a template's lines keep their numbers.
      if (key) key.value += '\n'
    } else if (/^\s/.test(raw)) {
      if (key) key.value += `\n${withoutNote(raw)}`
    } else {
      // A key's value also ends at a `;` after a space.
      const read = withoutNote(raw)
      const found = keyIn(upTo(read, read.search(/\s;/)))
      const section = sections.at(-1)
      // The comment that the host writes above the saved part is for people.
      if (saved && !section?.saved) return
      if (!found || !section)
        problems.push({
          ...place,
          line,
          why: `“${raw.trim().slice(0, 40)}” is neither a section nor a key with a value.`,
        })
      else {
        key = { value: found.value, line }
        section.keys.set(found.key.toLowerCase(), key)
      }
    }
  })
  return { sections, problems }
}

const folderOf = (name: string): string => name.slice(0, name.lastIndexOf('/') + 1)

/** Whether a name matches a pattern with `*` and `?`, such as `macros/*.cfg`. */
export function fitsPattern(pattern: string, name: string): boolean {
  let [p, n, star, from] = [0, 0, -1, 0]
  while (n < name.length) {
    if (pattern[p] === '*') [star, from, p] = [p, n, p + 1]
    else if (p < pattern.length && (pattern[p] === '?' || pattern[p] === name[n])) [p, n] = [p + 1, n + 1]
    else if (star >= 0) [p, n, from] = [star + 1, from + 1, from + 1]
    else return false
  }
  while (pattern[p] === '*') p++
  return p === pattern.length
}

/**
 * The files that `[include …]` matches: by the path from the including file, otherwise by the bare name, because people
 * drop files without their folders.
 */
function filesFor(wanted: string, from: string | null, files: readonly ConfigFile[]): ConfigFile[] {
  const path = wanted.replace(/^\.\//, '')
  const fitting = (pattern: string, nameOf: (name: string) => string) =>
    files.filter(({ name }) => fitsPattern(pattern, nameOf(name))).sort((a, b) => (a.name < b.name ? -1 : 1))
  for (const pattern of [folderOf(from ?? '') + path, path]) {
    const found = fitting(pattern, name => name)
    if (found.length) return found
  }
  return fitting(path.slice(path.lastIndexOf('/') + 1), name => name.slice(name.lastIndexOf('/') + 1))
}

/** The pattern of an `[include …]` section; null for other sections. */
const includeIn = ({ header }: Section): string | null => /^include\s+(\S.*)$/i.exec(header)?.[1] ?? null

/** The files that a config includes directly. */
export const includedBy = (text: string, files: readonly ConfigFile[]): ConfigFile[] =>
  ownSections(text, null).sections.flatMap(section => {
    const wanted = includeIn(section)
    return wanted === null ? [] : filesFor(wanted, null, files)
  })

/** All sections in the order in which the host reads them; included files come at their `[include …]`. Never throws. */
export function sectionsOf(text: string, files: readonly ConfigFile[] = []): Sections {
  const sections: Section[] = []
  const problems: ConfigProblem[] = []
  const missing: Sections['missing'] = []
  let read = 0
  const take = (own: string, file: string | null, above: readonly string[]): void => {
    const found = ownSections(own, file)
    problems.push(...found.problems)
    for (const section of found.sections) {
      sections.push(section)
      const wanted = includeIn(section)
      if (wanted === null) continue
      const tell = (why: string) => problems.push({ ...(file !== null && { file }), line: section.line, why })
      const those = filesFor(wanted, file, files)
      // A pattern with wildcards may match nothing.
      if (those.length === 0 && !/[*?]/.test(wanted)) {
        missing.push({ file, line: section.line, name: wanted })
        tell(`It includes “${wanted}”, which is not here. Add that file, or paste what is in it in here.`)
      }
      for (const each of those) {
        if (above.includes(each.name)) tell(`“${each.name}” includes itself. The host would not start.`)
        else if (++read > maxFiles) tell(`More than ${maxFiles} files are included. The rest is passed over.`)
        else take(each.text, each.name, [...above, each.name])
        if (read > maxFiles) return
      }
    }
  }
  take(text, null, [])
  return { sections, problems, missing }
}
