// Names and texts of scripts, and the edits that tools propose.
import { plainName, plainText } from './pieces.ts'

/** A script's name as saved: trimmed, inner spaces single, at most 120 characters. */
export const ScriptName = plainName('a script', 120)

/** The reason for a change, or the purpose of a revision. */
export const Note = plainText(2000)
/** Up to the length of a whole print. */
export const ScriptText = plainText(24 * 1024 * 1024)

/** Equal for names that a person would consider the same: case, character width and spaces are ignored. */
export const nameKey = (name: string): string =>
  name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLocaleLowerCase('en')

/** A name that is not taken: the wanted one, or the wanted one with a number. */
export function freeName(wanted: string, taken: (name: string) => boolean): string {
  for (let i = 1; ; i++) {
    const name = i === 1 ? wanted : `${wanted} ${i}`
    if (!taken(name)) return name
  }
}

/** A replacement in a text: the range from…to (UTF-16 offsets) becomes `insert`. */
export type Edit = { from: number; to: number; insert: string }

/** Applies edits to one text. Throws a RangeError if two overlap or one is outside the text. */
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
