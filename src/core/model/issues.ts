// Turns a schema's issues into one plain sentence with the path of the first issue.
import * as v from 'valibot'

type Issue = v.BaseIssue<unknown>
type Placed = { place: string; issue: Issue }

const join = (outer: string, inner: string): string => [outer, inner].filter(Boolean).join('.')

/** If several shapes are allowed, reports the issue of the shape that matched furthest. */
function deepest(issue: Issue, outer = ''): Placed {
  const place = join(outer, v.getDotPath(issue) ?? '')
  const inner = [...(issue.issues ?? [])].sort((a, b) => (b.path?.length ?? 0) - (a.path?.length ?? 0))[0]
  return inner?.path?.length ? deepest(inner, place) : { place, issue }
}

/** The kind of the received value. The value itself is not repeated: it may be long, and private. */
const kindOf = (received: string): string => (received.startsWith('"') ? 'a text' : received.slice(0, 40))

const shorter = (place: string): string => (place.length > 100 ? `${place.slice(0, 100)}…` : place)

function describe({ place, issue }: Placed): string {
  const at = place ? `${shorter(place)} ` : ''
  if (!issue.message.startsWith('Invalid'))
    return `${place ? `${shorter(place)}: ` : ''}${issue.message.replace(/\.$/, '')}`
  if (issue.expected === 'never') return `${at}is not something we know`
  if (issue.received === 'undefined') return `${at}is missing`
  if (issue.type === 'regex') return `${at}is not written as it should be`
  return `${at}should be ${issue.expected ?? 'something else'} and is ${kindOf(issue.received)}`
}

/** The dotted path of an issue, such as “heaters.bed.highestC”; empty for the whole input. */
export const pathOfIssue = (issue: Issue): string => deepest(issue).place

/** Describes the first issue and counts the others: “heaters.bed.highestC should be number and is "hot".” */
export function sentenceOf(issues: readonly Issue[]): string {
  const [first, ...more] = issues
  if (!first) return 'It does not fit.'
  return `${describe(deepest(first))}${more.length ? ` (and ${more.length} more)` : ''}.`
}

const sizes: Record<string, string> = { '>=': 'or more', '<=': 'or less', '>': 'More than', '<': 'Less than' }

/** Makes a sentence of words: “a name is needed” becomes “A name is needed.” */
export const asSentence = (words: string): string =>
  `${words.charAt(0).toUpperCase()}${words.slice(1).replace(/\.$/, '')}.`

/** Describes the issue of one field in a few words, for display beside the field. */
export function flawOf({ expected, received, message, type }: Issue): string {
  if (!message.startsWith('Invalid')) return asSentence(message)
  if (expected === 'number' || received === 'NaN') return 'A number is needed.'
  const [, sign = '', bound = ''] = /^([<>]=?)(-?[\d.]+)$/.exec(expected ?? '') ?? []
  if (type.endsWith('_length')) return sign.startsWith('>') ? 'Something is needed here.' : `At most ${bound} letters.`
  if (sign.length === 2) return `${bound} ${sizes[sign]}.`
  return sign ? `${sizes[sign]} ${bound}.` : 'This does not fit.'
}
