// Turns what a schema refuses into one plain sentence with its place.
import * as v from 'valibot'

type Issue = v.BaseIssue<unknown>

/** Where several shapes are allowed, the shape that got furthest is the one that was meant. */
function deepest(issue: Issue): Issue {
  const inner = [...(issue.issues ?? [])].sort((a, b) => (b.path?.length ?? 0) - (a.path?.length ?? 0))[0]
  return inner?.path?.length ? deepest(inner) : issue
}

function told(issue: Issue): string {
  if (!issue.message.startsWith('Invalid')) return issue.message.replace(/\.$/, '')
  if (issue.expected === 'never') return 'is not something we know'
  return `should be ${issue.expected?.replaceAll('"', '“').replace(/“([^“]*)“/g, '“$1”') ?? 'something else'} and is ${issue.received}`
}

/** The dotted path of an issue, as “heaters.bed.highestC”; empty for the whole. */
export const placeOfIssue = (issue: Issue): string => v.getDotPath(deepest(issue)) ?? ''

/** “heaters.bed.highestC should be number and is "hot".” — the first issue, and how many more there are. */
export function sentenceOf(issues: readonly Issue[]): string {
  const [first, ...more] = issues
  if (!first) return 'It does not fit.'
  const place = placeOfIssue(first)
  const others = more.length ? ` (and ${more.length} more)` : ''
  return `${place ? `${place} ` : ''}${told(deepest(first))}${others}.`
}
