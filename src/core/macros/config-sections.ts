// A host's config file as it is written: its sections with their keys, those of the files that it includes among them.
import { rawLines } from '../gcode/read.ts'

export type ConfigFile = { name: string; text: string }
/** A place in a config: the file that is included, or null for the config itself; lines from 1. */
export type ConfigPlace = { file: string | null; line: number }
export type ConfigProblem = { file?: string; line: number; why: string }

export type Key = { value: string; line: number }
export type Section = ConfigPlace & {
  header: string
  /** By their name in small letters. */
  keys: Map<string, Key>
  /** Whether the host itself saved it, at the file's end. */
  saved: boolean
}

export type Sections = {
  sections: Section[]
  problems: ConfigProblem[]
  /** Files that are included and not here, as they are named there. */
  missing: (ConfigPlace & { name: string })[]
}

/** More than any printer's: a file that includes many which include many would go on for ever. */
const maxFiles = 200

const upTo = (text: string, at: number): string => (at < 0 ? text : text.slice(0, at).trimEnd())

/** What a host reads of a line: not what stands behind a `#`, but for a template's own notes, `{# … #}`. */
const withoutNote = (raw: string): string => upTo(raw, raw.search(/(?<!\{)#(?!\})/))

/** `key: value` or `key = value`; null for a line that is neither. */
function keyIn(raw: string): { key: string; value: string } | null {
  const at = raw.search(/[:=]/)
  const key = raw.slice(0, Math.max(0, at)).trimEnd()
  return /^[A-Za-z_][\w ]*$/.test(key) ? { key, value: raw.slice(at + 1).trimStart() } : null
}

/** What the host saves at the end of its file stands behind this sign, so that older hosts pass it over. */
const savedSign = /^#\*#[ \t]?/
/** The line that says where what is saved begins. */
const savedTitle = /^<-+ /

/** A file's own sections. */
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
      // What is passed over still counts, so that a template's lines keep their numbers.
      if (key) key.value += '\n'
    } else if (/^\s/.test(raw)) {
      if (key) key.value += `\n${withoutNote(raw)}`
    } else {
      // Of a key, nor what stands behind a `;` after a space.
      const read = withoutNote(raw)
      const found = keyIn(upTo(read, read.search(/\s;/)))
      const section = sections.at(-1)
      // What the host writes above what it saved is for people.
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

/** Whether a name fits one that may have `*` and `?` in it, as `macros/*.cfg`. */
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
 * The files that `[include …]` names: by their path from the including file, or else by their bare name, as people drop files
 * without their folders.
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

/** The pattern that an `[include …]` names; null for any other section. */
const includeIn = ({ header }: Section): string | null => /^include\s+(\S.*)$/i.exec(header)?.[1] ?? null

/** The files that a config includes by itself, not through another one. */
export const includedBy = (text: string, files: readonly ConfigFile[]): ConfigFile[] =>
  ownSections(text, null).sections.flatMap(section => {
    const wanted = includeIn(section)
    return wanted === null ? [] : filesFor(wanted, null, files)
  })

/** A config's sections in the order in which the host reads them, included files where they are named. Never throws. */
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
      // A pattern that fits nothing is nothing amiss.
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
