// Splits a template at its tags and comments, in one pass.

export type TemplatePart = { kind: 'plain' | 'tag' | 'comment'; text: string }

const ends = { '{%': '%}', '{#': '#}' } as const

/** Tags are `{% … %}`, comments `{# … #}`, including their delimiters; an unclosed one is plain text. */
export function* templateParts(text: string): Generator<TemplatePart> {
  let plainFrom = 0
  let at = 0
  /** False once no further closing delimiter of a kind exists, so that the search is not repeated. */
  const closes = { '{%': true, '{#': true }
  for (;;) {
    at = text.indexOf('{', at)
    if (at < 0) break
    const sign = text.slice(at, at + 2) as keyof typeof ends
    const end = ends[sign] !== undefined && closes[sign] ? text.indexOf(ends[sign], at + 2) : -1
    if (end < 0) {
      if (ends[sign] !== undefined) closes[sign] = false
      at++
      continue
    }
    if (at > plainFrom) yield { kind: 'plain', text: text.slice(plainFrom, at) }
    yield { kind: sign === '{%' ? 'tag' : 'comment', text: text.slice(at, end + 2) }
    plainFrom = at = end + 2
  }
  if (plainFrom < text.length) yield { kind: 'plain', text: text.slice(plainFrom) }
}

/** The text in a tag, without its delimiters. */
export const insideTag = (tag: string): string => {
  const inner = tag.slice(2, -2)
  return inner.slice(inner.startsWith('-') ? 1 : 0, inner.endsWith('-') ? -1 : undefined).trim()
}
