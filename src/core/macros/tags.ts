// A template's text cut at its tags and comments, going along it once.

export type TemplatePart = { kind: 'plain' | 'tag' | 'comment'; text: string }

const ends = { '{%': '%}', '{#': '#}' } as const

/** Tags are `{% … %}`, comments `{# … #}`, with their signs; one that does not close is plain text. */
export function* templateParts(text: string): Generator<TemplatePart> {
  let plainFrom = 0
  let at = 0
  /** Where none of a kind closes any more, none has to be looked for again. */
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

/** What stands in a tag, without its signs. */
export const insideTag = (tag: string): string => {
  const inner = tag.slice(2, -2)
  return inner.slice(inner.startsWith('-') ? 1 : 0, inner.endsWith('-') ? -1 : undefined).trim()
}
