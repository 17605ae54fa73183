// Methods of texts, numbers, lists and dictionaries in templates, such as `"a,b".split(",")`.
import { Float, isText, type Value } from '../values.ts'
import { formattedByName } from './formats.ts'
import { isLower, isUpper } from './tests.ts'
import {
  type Dictionary,
  entriesOf,
  type Item,
  isNumber,
  isRecord,
  isStream,
  isTuple,
  itemsOf,
  keyOf,
  kindOf,
  Limitation,
  memberOf,
  order,
  printed,
  Stop,
  same,
  truth,
  tuple,
  worthOf,
} from './values.ts'

type Named = ReadonlyMap<string, Item>
type Method = (args: readonly Item[], named: Named) => Item
type Methods = Readonly<Record<string, Method>>
/** Charges made values to the budget. */
type Spend = (values: number) => void

/** The method of a value by name; undefined if it has none. */
export function methodOf(value: Item, name: string, spend: Spend): Method | undefined {
  const methods = methodsOf(value, spend)
  return Object.hasOwn(methods, name) ? methods[name] : undefined
}

function methodsOf(value: Item, spend: Spend): Methods {
  if (isText(value as Value)) return textMethods(value as string)
  if (isStream(value)) return {}
  if (isTuple(value)) return sequenceMethods(value)
  if (Array.isArray(value)) return { ...sequenceMethods(value), ...listMethods(value, spend) }
  if (value instanceof Map) return { ...mappingMethods(value), ...dictionaryMethods(value, spend) }
  if (value instanceof Float || (typeof value === 'number' && !Number.isInteger(value)))
    return { is_integer: () => Number.isInteger(worthOf(value)) }
  return isRecord(value) ? mappingMethods(value) : {}
}

const text = (value: Item): string => {
  if (isText(value as Value)) return value as string
  throw new Stop(`${kindOf(value)} is used as a text. Put |string after it.`)
}
const wholeOr = (value: Item, otherwise: number): number => (isNumber(value) ? Math.trunc(worthOf(value)) : otherwise)

/** The single character that a text is padded with. */
function signOr(value: Item, otherwise: string): string {
  const char = value === undefined ? otherwise : text(value)
  if (char.length !== 1) throw new Stop('A text is padded with one character, not several.')
  return char
}

/** Limit for a width. */
const maxWide = 10_000
const room = (own: string, width: Item): number => Math.max(0, Math.min(maxWide, wholeOr(width, 0)) - own.length)

/** Removes blanks, or any of the given characters, from the ends. */
export function stripped(from: string, chars: Item, ends: 'both' | 'left' | 'right'): string {
  const set = chars === undefined || chars === null ? null : new Set([...text(chars)])
  const off = (char: string | undefined) => char !== undefined && (set ? set.has(char) : /\s/.test(char))
  let [first, last] = [0, from.length]
  if (ends !== 'right') while (first < last && off(from[first])) first++
  if (ends !== 'left') while (last > first && off(from[last - 1])) last--
  return from.slice(first, last)
}

/** Replaces a text in a text, at most `max` times if given. */
export function replaced(own: string, from: string, to: string, max: Item): string {
  let left = isNumber(max) && worthOf(max) >= 0 ? worthOf(max) : Number.POSITIVE_INFINITY
  within(own.length + 1, to.length)
  return own.replaceAll(from, found => (left-- > 0 ? to : found))
}

/** Limit for the length of a text, checked before it is made. */
const longest = 1_000_000
function within(times: number, length: number): void {
  if (times * length > longest) throw new Limitation('It makes a text of more than a million characters.')
}

/** Joins texts with a separator. */
export function joined(texts: readonly string[], between: string): string {
  within(texts.length, between.length)
  return texts.join(between)
}

export const capitalized = (own: string): string => own.charAt(0).toUpperCase() + own.slice(1).toLowerCase()

/** Centres a text; in a text of even length the odd blank goes to the left. */
export function centred(own: string, width: Item, fill: string): string {
  const blanks = room(own, width)
  const left = Math.floor(blanks / 2) + (blanks & wholeOr(width, 0) & 1)
  return fill.repeat(left) + own + fill.repeat(blanks - left)
}

/** Splits at a separator, from the left or the right; without one, at runs of blanks. */
function split(own: string, by: Item, max: Item, fromRight: boolean): string[] {
  const count = max === undefined ? -1 : wholeOr(max, -1)
  if (by === undefined || by === null) return splitAtBlanks(own, count, fromRight)
  const between = text(by)
  if (between === '') throw new Stop('A text can’t be split at an empty text.')
  const all = own.split(between)
  if (count < 0 || all.length <= count + 1) return all
  return fromRight
    ? [all.slice(0, all.length - count).join(between), ...all.slice(all.length - count)]
    : [...all.slice(0, count), all.slice(count).join(between)]
}

function splitAtBlanks(own: string, count: number, fromRight: boolean): string[] {
  const words = [...own.matchAll(/\S+/g)]
  if (count < 0 || words.length <= count + 1) return words.map(([word]) => word)
  if (!fromRight) {
    const rest = words[count]?.index ?? own.length
    return [...words.slice(0, count).map(([word]) => word), own.slice(rest).trimEnd()]
  }
  const last = words[words.length - count - 1]
  const end = last ? last.index + last[0].length : 0
  return [own.slice(0, end).trimStart(), ...words.slice(words.length - count).map(([word]) => word)]
}

function parted(own: string, by: Item, at: number): Item {
  const between = text(by)
  if (at < 0) return null
  return tuple([own.slice(0, at), between, own.slice(at + between.length)])
}

function found(at: number, part: Item): number {
  if (at < 0) throw new Stop(`“${printed(part)}” is not in the text.`)
  return at
}

/** The part of a text between two offsets, as `find` and `count` accept them. */
function partOf(own: string, start: Item, end: Item): { text: string; from: number } {
  const at = (place: Item, otherwise: number) => {
    const number = wholeOr(place, otherwise)
    return Math.min(own.length, Math.max(0, number < 0 ? own.length + number : number))
  }
  const from = at(start, 0)
  return { text: own.slice(from, Math.max(from, at(end, own.length))), from }
}

function place(own: string, [part, start, end]: readonly Item[], last: boolean): number {
  const seen = partOf(own, start, end)
  const at = last ? seen.text.lastIndexOf(text(part)) : seen.text.indexOf(text(part))
  return at < 0 ? -1 : seen.from + at
}

const beginsOrEnds = (given: Item, asked: (part: string) => boolean): boolean =>
  (Array.isArray(given) ? given : [given]).some(each => asked(text(each)))

const textMethods = (own: string): Methods => ({
  split: ([by, max], named) => split(own, by ?? named.get('sep'), max ?? named.get('maxsplit'), false),
  rsplit: ([by, max], named) => split(own, by ?? named.get('sep'), max ?? named.get('maxsplit'), true),
  splitlines: () => {
    const lines = own.split(/\r\n|\n|\r/)
    return lines.at(-1) === '' ? lines.slice(0, -1) : lines
  },
  partition: ([by]) => parted(own, by, own.indexOf(text(by))) ?? tuple([own, '', '']),
  rpartition: ([by]) => parted(own, by, own.lastIndexOf(text(by))) ?? tuple(['', '', own]),
  strip: ([chars]) => stripped(own, chars, 'both'),
  lstrip: ([chars]) => stripped(own, chars, 'left'),
  rstrip: ([chars]) => stripped(own, chars, 'right'),
  removeprefix: ([begin]) => (own.startsWith(text(begin)) ? own.slice(text(begin).length) : own),
  removesuffix: ([end]) => (own.endsWith(text(end)) ? own.slice(0, own.length - text(end).length) : own),
  lower: () => own.toLowerCase(),
  casefold: () => own.toLowerCase(),
  upper: () => own.toUpperCase(),
  swapcase: () => [...own].map(char => (isUpper(char) ? char.toLowerCase() : char.toUpperCase())).join(''),
  // Every letter that follows a non-letter becomes a capital, also after an apostrophe. The filter with this name
  // differs.
  title: () => own.toLowerCase().replace(/(?<!\p{L})\p{L}/gu, char => char.toUpperCase()),
  capitalize: () => capitalized(own),
  replace: ([from, to, max]) => replaced(own, text(from), text(to), max),
  startswith: ([begin]) => beginsOrEnds(begin, part => own.startsWith(part)),
  endswith: ([end]) => beginsOrEnds(end, part => own.endsWith(part)),
  find: args => place(own, args, false),
  rfind: args => place(own, args, true),
  index: args => found(place(own, args, false), args[0]),
  rindex: args => found(place(own, args, true), args[0]),
  count: ([part, start, end]) => {
    const seen = partOf(own, start, end).text
    return text(part) === '' ? seen.length + 1 : seen.split(text(part)).length - 1
  },
  join: ([items]) => joined(itemsOf(items).map(text), own),
  zfill: ([width]) => {
    const char = /^[+-]/.exec(own)?.[0] ?? ''
    return char + '0'.repeat(room(own, width)) + own.slice(char.length)
  },
  center: ([width, fill]) => centred(own, width, signOr(fill, ' ')),
  ljust: ([width, fill]) => own + signOr(fill, ' ').repeat(room(own, width)),
  rjust: ([width, fill]) => signOr(fill, ' ').repeat(room(own, width)) + own,
  isdigit: () => /^\p{Nd}+$/u.test(own),
  isdecimal: () => /^\p{Nd}+$/u.test(own),
  isnumeric: () => /^\p{N}+$/u.test(own),
  isalpha: () => /^\p{L}+$/u.test(own),
  isalnum: () => /^[\p{L}\p{N}]+$/u.test(own),
  isspace: () => /^\s+$/.test(own),
  isupper: () => isUpper(own),
  islower: () => isLower(own),
  format: (args, named) => formattedByName(own, args, named),
})

const sequenceMethods = (own: readonly Item[]): Methods => ({
  index: ([item]) => {
    const at = own.findIndex(each => same(each, item))
    if (at < 0) throw new Stop('The list has no such item.')
    return at
  },
  count: ([item]) => own.filter(each => same(each, item)).length,
})

const listMethods = (own: Item[], spend: Spend): Methods => ({
  append: ([item]) => {
    spend(1)
    own.push(item)
    return null
  },
  extend: ([items]) => {
    const more = [...itemsOf(items)]
    spend(more.length)
    own.push(...more)
    return null
  },
  insert: ([at, item]) => {
    spend(1)
    own.splice(wholeOr(at, 0), 0, item)
    return null
  },
  pop: ([at]) => {
    const place = wholeOr(at, -1)
    const from = place < 0 ? own.length + place : place
    if (from < 0 || from >= own.length) throw new Stop('The list has no such index.')
    return own.splice(from, 1)[0]
  },
  remove: ([item]) => {
    const at = own.findIndex(each => same(each, item))
    if (at < 0) throw new Stop('The list has no such item.')
    own.splice(at, 1)
    return null
  },
  clear: () => {
    own.length = 0
    return null
  },
  copy: () => {
    spend(own.length)
    return [...own]
  },
  reverse: () => {
    own.reverse()
    return null
  },
  sort: (_, named) => {
    own.sort((a, b) => order(a, b) * (truth(named.get('reverse')) ? -1 : 1))
    return null
  },
})

/** Methods of anything with keys, including the printer's status. */
const mappingMethods = (own: Item): Methods => ({
  get: ([key, otherwise = null]) => {
    const value = memberOf(own, key)
    return value === undefined ? otherwise : value
  },
  items: () => entriesOf(own).map(entry => tuple([...entry])),
  keys: () => entriesOf(own).map(([key]) => key),
  values: () => entriesOf(own).map(([, value]) => value),
  update: () => {
    throw new Stop('The printer’s status can’t be changed.')
  },
})

const dictionaryMethods = (own: Dictionary, spend: Spend): Methods => ({
  update: ([more], named) => {
    const entries = [...(more === undefined ? [] : entriesOf(more)), ...named]
    spend(entries.length)
    for (const [key, value] of entries) own.set(key, value)
    return null
  },
  setdefault: ([key, value = null]) => {
    const at = keyOf(key)
    if (!own.has(at)) {
      spend(1)
      own.set(at, value)
    }
    return own.get(at)
  },
  pop: ([key, otherwise]) => {
    const at = keyOf(key)
    if (!own.has(at) && otherwise === undefined) throw new Stop(`The dictionary has no “${printed(key)}”.`)
    const value = own.has(at) ? own.get(at) : otherwise
    own.delete(at)
    return value
  },
  clear: () => {
    own.clear()
    return null
  },
  copy: () => {
    spend(own.size)
    return new Map(own)
  },
})
