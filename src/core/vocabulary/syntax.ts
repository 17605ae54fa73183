// Finds placeholders by their delimiters, in one or several styles at once.
import type { Delimiters, Vocabulary } from '../model/vocabulary.ts'
import { assignmentIn, branchIn } from './tags.ts'

/** Delimiters that slicers use. Longer ones come first, because shorter ones are their prefixes. */
export const styles: readonly Delimiters[] = [
  { open: '{{', close: '}}' },
  { open: '{%', close: '%}' },
  { open: '${', close: '}' },
  { open: '$(', close: ')' },
  { open: '<<', close: '>>' },
  { open: '{', close: '}' },
  { open: '[', close: ']' },
  { open: '%', close: '%' },
  { open: '#', close: '#' },
  { open: '<', close: '>' },
]

/** A text between delimiters. It is on one line, except that a condition may span several. */
export type Span = { from: number; to: number; inside: string; signs: Delimiters }

/** Limit for the lines of a condition. */
const longest = 10

/** Delimiters that are equal at both ends, or could mean “less” and “greater”, contain a single word. */
const onlyWord = ({ open, close }: Delimiters): boolean => open === close || open === '<'
const oneWord = /^[A-Za-z_][\w.]*(?:[[(]\w+[\])])*$/

/**
 * Everything between these delimiters outside comments, in order. Without a letter or digit it is not a placeholder.
 */
export function spansIn(text: string, among: readonly Delimiters[]): Span[] {
  const sorted = among
    .filter(({ open, close }) => open !== '' && close !== '')
    .sort((a, b) => b.open.length - a.open.length)
  const found: Span[] = []
  let at = 0
  while (at < text.length) {
    if (text[at] === ';') {
      while (at < text.length && text[at] !== '\n' && text[at] !== '\r') at++
      continue
    }
    const span = spanAt(text, at, sorted)
    if (span) found.push(span)
    at = span ? span.to : at + 1
  }
  return found
}

function spanAt(text: string, at: number, among: readonly Delimiters[]): Span | null {
  for (const signs of among) {
    if (!text.startsWith(signs.open, at)) continue
    const to = closing(text, at, signs)
    if (to < 0) continue
    const inside = text.slice(at + signs.open.length, to - signs.close.length)
    if (!/\w/.test(inside) || (onlyWord(signs) && !oneWord.test(inside))) continue
    if (/[\r\n]/.test(inside) && !goesOn(inside)) continue
    return { from: at, to, inside: trimmed(inside, signs), signs }
  }
  return null
}

/** In some slicers a minus inside the delimiter removes blanks. */
const trimmed = (inside: string, { open }: Delimiters): string =>
  open === '{{' || open === '{%' ? inside.replace(/^-|-$/g, '') : inside

const goesOn = (inside: string): boolean =>
  inside.split(/\r\n|\r|\n/).length <= longest && (branchIn(inside) !== null || assignmentIn(inside) !== null)

/**
 * The offset after the closing delimiter for the one at `from`; −1 if there is none. Nested delimiters belong to the
 * outer pair.
 */
function closing(text: string, from: number, { open, close }: Delimiters): number {
  let depth = 0
  let lines = 0
  for (let at = from; at < text.length; ) {
    if (text[at] === '\n' && ++lines > longest) return -1
    if ((text[at] === '\n' || text[at] === ';') && open === close) return -1
    if (open !== close && text.startsWith(open, at)) {
      depth++
      at += open.length
    } else if (at > from && text.startsWith(close, at)) {
      at += close.length
      if (--depth <= 0) return at
    } else at++
  }
  return -1
}

/** All delimiters of a vocabulary: of formulas, branches, and single words. */
export function allDelimiters({ open, close, branch, words }: Vocabulary): Delimiters[] {
  const all = [{ open, close }, ...(branch?.signs ? [branch.signs] : []), ...words.flatMap(({ signs }) => signs ?? [])]
  return all.filter((one, i) => all.findIndex(other => other.open === one.open && other.close === one.close) === i)
}
