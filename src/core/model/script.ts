// A script's name, and the edits that tools propose to its text.
import { plainName, plainText } from './pieces.ts'

/** A script's name as saved: trimmed, inner spaces single, at most 120 characters. */
export const ScriptName = plainName('a script', 120)

/** Why a script was changed, or what a revision is for. */
export const Note = plainText(2000)
/** A script as long as a print. */
export const ScriptText = plainText(24 * 1024 * 1024)

/** What two names share when a person would call them the same: case, width and spaces don't count. */
export const nameKey = (name: string): string =>
  name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLocaleLowerCase('en')

/** A name that nobody has: the wanted one, or that with a number. */
export function freeName(wanted: string, taken: (name: string) => boolean): string {
  for (let i = 1; ; i++) {
    const name = i === 1 ? wanted : `${wanted} ${i}`
    if (!taken(name)) return name
  }
}

/** One replacement in a text: what stands in from…to (UTF-16 offsets) gives way to `insert`. */
export type Edit = { from: number; to: number; insert: string }

/** Applies edits that all speak of the same text. Throws a RangeError where two overlap or one lies outside the text. */
export function applyEdits(text: string, edits: readonly Edit[]): string {
  let result = ''
  let at = 0
  for (const edit of [...edits].sort((a, b) => a.from - b.from || a.to - b.to)) {
    if (edit.from < at || edit.to < edit.from || edit.to > text.length)
      throw new RangeError(`The edit of ${edit.from} to ${edit.to} overlaps another or lies outside the text.`)
    result += text.slice(at, edit.from) + edit.insert
    at = edit.to
  }
  return result + text.slice(at)
}
