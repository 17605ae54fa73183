// Proposes a name for a script from its first comment.
import { nameKey } from '../../core/model/script.ts'

const looked = 4000
const longest = 80

/** Characters that frame a heading, as in `;=== Start ===`. */
const frame = ' \t\r;#*=-'

function unframed(line: string): string {
  let [from, to] = [0, line.length]
  while (from < to && frame.includes(line.charAt(from))) from++
  while (to > from && frame.includes(line.charAt(to - 1))) to--
  return line.slice(from, to)
}

/** The first comment that contains words; empty if there is none. */
const firstWords = (text: string): string =>
  unframed(
    text
      .slice(0, looked)
      .split('\n')
      .find(each => /^\s*;[^=?@!&~]*\p{L}{3}/u.test(each)) ?? '',
  ).slice(0, longest)

/** The first line that describes a script: a comment with words, otherwise its first command. */
export const tellingLine = (text: string): string =>
  firstWords(text) ||
  (
    text
      .slice(0, looked)
      .split('\n')
      .find(line => line.trim() !== '') ?? ''
  )
    .trim()
    .slice(0, longest)

/** The name: the first comment in a few words, otherwise the `usual` one; numbered if it is taken. */
export function proposedName(text: string, usual: string, taken: readonly string[]): string {
  const words = firstWords(text)
  const base = words !== '' && words.length <= 40 ? words : usual
  const keys = new Set(taken.map(nameKey))
  for (let i = 1; ; i++) {
    const name = i === 1 ? base : `${base}, ${i}`
    if (!keys.has(nameKey(name))) return name
  }
}
