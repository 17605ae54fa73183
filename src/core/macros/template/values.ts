// What a host's templates reckon with, as its own language does: whole numbers and those with a point, texts, lists, dictionaries,
// and what is not known.
import { Float, isText, own, type Value } from '../values.ts'

/** Thrown within this folder only: what can't be worked out, in a sentence. */
export class Stop extends Error {}

/** Something that the simulated printer can't tell: the way that led to it. */
export class Unknown {
  constructor(readonly path: string) {}
}

/** What a line that could not be worked out was to set: it has been told, and whatever uses it goes with it. */
export class Broken {}

/** Names that a loop may change for what is around it. */
export class Namespace {
  readonly names = new Map<string, Item>()
}

/** Members that are looked up when they are asked for, as a printer's status. */
export class Lookup {
  constructor(
    readonly path: string,
    readonly member: (name: string) => Item,
  ) {}
}

export type Callable = (args: readonly Item[], named: ReadonlyMap<string, Item>) => Item

/** A key of a dictionary: a number is found by its worth, with a point or without. */
export type Key = string | number | null
export type Dictionary = Map<Key, Item>

export type Item = Value | Unknown | Broken | Namespace | Lookup | Callable | Item[] | Dictionary

/** What a value is as a key. */
export function keyOf(value: Item): Key {
  if (isNumber(value)) return worthOf(value)
  if (value === null || isText(value as Value)) return value as Key
  throw new Stop(`${kindOf(value)} can’t be a key of a dictionary here.`)
}

export const isNumber = (value: Item): value is number | Float | boolean =>
  typeof value === 'number' || typeof value === 'boolean' || value instanceof Float

/** How many it is; a number's own worth whether it has a point or not. */
export const worthOf = (value: number | Float | boolean): number =>
  value instanceof Float ? value.value : Number(value)

/** A number that has a point unless it is `whole`. */
export const numbered = (value: number, whole: boolean): Item => {
  if (!Number.isFinite(value)) throw new Stop('It comes to no number.')
  return whole && Number.isSafeInteger(value) ? value : new Float(value)
}

export const isWhole = (value: Item): boolean =>
  typeof value === 'boolean' || (typeof value === 'number' && Number.isInteger(value))

/** Plain data with members, as a variable's dictionary or a part of what the printer says of itself. */
export const isRecord = (value: Item): value is { [key: string]: Value } =>
  typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype

/** How a thing is called in a sentence. */
export function kindOf(value: Item): string {
  if (isText(value as Value)) return 'a text'
  if (isNumber(value)) return 'a number'
  if (Array.isArray(value)) return 'a list'
  if (value === null) return 'None'
  return value === undefined ? 'something that is not there' : 'a thing with members'
}

/** As the language prints it. */
export function printed(value: Item): string {
  if (isText(value as Value)) return value as string
  if (value === undefined) return ''
  if (value === null) return 'None'
  if (typeof value === 'boolean') return value ? 'True' : 'False'
  if (typeof value === 'number') return Number.isInteger(value) ? String(value) : pointed(value)
  if (value instanceof Float) return pointed(value.value)
  if (Array.isArray(value)) {
    if (isStream(value)) throw new Stop(noList)
    const inner = value.map(shown).join(', ')
    return tuples.has(value) ? `(${inner}${value.length === 1 ? ',' : ''})` : `[${inner}]`
  }
  if (value instanceof Map || isRecord(value))
    return `{${entriesOf(value)
      .map(([key, each]) => `${shown(key)}: ${shown(each)}`)
      .join(', ')}}`
  throw new Stop('It is no text that could be written into a line.')
}

/** Lists that are written with round brackets, and can't be changed. */
const tuples = new WeakSet<Item[]>()

export function tuple(items: Item[]): Item[] {
  tuples.add(items)
  return items
}

export const isTuple = (value: Item): value is Item[] => Array.isArray(value) && tuples.has(value)

/** What gives its items one after another and is no list: `select`, `map` and their like. It has no length and no places. */
const streams = new WeakSet<Item[]>()

export function stream(items: Item[]): Item[] {
  streams.add(items)
  return items
}

export const isStream = (value: Item): value is Item[] => Array.isArray(value) && streams.has(value)

/** Told where such a one is used as if it were a list. */
export const noList = 'That gives its items one after another, and is no list yet. Put |list behind it.'

/** As it stands in a list that is printed: texts with their quotes. */
export function shown(value: Item): string {
  if (!isText(value as Value)) return printed(value)
  const quote = (value as string).includes("'") && !(value as string).includes('"') ? '"' : "'"
  return quote + (value as string) + quote
}

/** An exponent has two figures at least. */
export const exponential = (text: string): string => text.replace(/e([+-])(\d)$/, 'e$10$2')

/** The shortest way to write a number that has a point. */
function pointed(value: number): string {
  const size = Math.abs(value)
  if (size !== 0 && (size >= 1e16 || size < 1e-4)) return exponential(value.toExponential())
  const text = String(value)
  return text.includes('.') ? text : `${text}.0`
}

/** A number with so many decimals; exact halves go to the even figure, as the host's language has it. */
export function fixed(value: number, digits: number): string {
  const text = value.toFixed(digits)
  const rest =
    Math.abs(value)
      .toFixed(Math.min(100, digits + 40))
      .split('.')[1]
      ?.slice(digits) ?? ''
  const odd = /[13579]$/.test(text)
  if (!odd || !/^50*$/.test(rest)) return text
  return (Number(text) - Math.sign(value) * 10 ** -digits).toFixed(digits)
}

export function truth(value: Item): boolean {
  if (value instanceof Float) return value.value !== 0
  if (Array.isArray(value)) return value.length > 0 || isStream(value)
  if (value instanceof Map) return value.size > 0
  return Boolean(value)
}

export function same(one: Item, other: Item): boolean {
  if (isNumber(one) && isNumber(other)) return worthOf(one) === worthOf(other)
  if (Array.isArray(one) && Array.isArray(other))
    return (
      isTuple(one) === isTuple(other) && one.length === other.length && one.every((each, i) => same(each, other[i]))
    )
  if (one instanceof Map && other instanceof Map)
    return one.size === other.size && [...one].every(([key, each]) => other.has(key) && same(each, other.get(key)))
  return one === other
}

/** Below, at or above zero as one comes before, with or after the other. */
export function order(one: Item, other: Item): number {
  if (isNumber(one) && isNumber(other)) return worthOf(one) - worthOf(other)
  if (isText(one as Value) && isText(other as Value))
    return (one as string) < (other as string) ? -1 : Number(one !== other)
  if (Array.isArray(one) && Array.isArray(other)) {
    for (let i = 0; i < Math.min(one.length, other.length); i++) {
      const at = order(one[i], other[i])
      if (at !== 0) return at
    }
    return one.length - other.length
  }
  throw new Stop(
    `${kindOf(one)} and ${kindOf(other)} can’t be compared. A parameter is a text: put |int or |float behind it.`,
  )
}

/** The items of what can be gone through. */
export function itemsOf(value: Item): Item[] {
  if (Array.isArray(value)) return value
  if (isText(value as Value)) return [...(value as string)]
  if (value instanceof Map) return [...value.keys()]
  if (value === undefined) return []
  if (isRecord(value)) return Object.keys(value)
  throw new Stop(`${kindOf(value)} can’t be gone through one by one.`)
}

/** Keys and values of a dictionary, of whatever kind. */
export function entriesOf(value: Item): [Key, Item][] {
  if (value instanceof Map) return [...value]
  if (isRecord(value)) return Object.entries(value)
  throw new Stop(`${kindOf(value)} is no dictionary.`)
}

/** A member by its name or place: undefined where there is none, and never anything that a thing merely inherits. */
export function memberOf(value: Item, key: Item): Item {
  if (value instanceof Unknown) return new Unknown(`${value.path}.${printed(key)}`)
  if (value instanceof Lookup) return value.member(printed(key))
  if (value instanceof Namespace) return value.names.get(printed(key))
  if (value instanceof Map) return value.get(keyOf(key))
  if (Array.isArray(value) || isText(value as Value)) {
    if (!isNumber(key) || isStream(value as Item)) return undefined
    const list = value as Item[] | string
    const at = worthOf(key)
    return list[at < 0 ? list.length + at : at]
  }
  if (value === undefined || value === null) throw new Stop(`${kindOf(value)} has no “${printed(key)}”.`)
  return own(value as Value, printed(key))
}

/** A part of a list or text, as `[1:]` and `[::-1]` take it. */
export function sliceOf(value: Item, start: Item, stop: Item, step: Item): Item {
  const list = isText(value as Value) ? [...(value as string)] : Array.isArray(value) ? value : null
  if (isStream(value)) throw new Stop(noList)
  if (!list) throw new Stop(`${kindOf(value)} has no parts.`)
  const [by, from, to] = [step, start, stop].map(each => (isNumber(each) ? Math.trunc(worthOf(each)) : null)) as [
    number | null,
    number | null,
    number | null,
  ]
  const stride = by ?? 1
  if (stride === 0) throw new Stop('A part can’t go on by 0.')
  const { length } = list
  const bounded = (at: number, low: number, high: number) => Math.min(Math.max(at < 0 ? at + length : at, low), high)
  const first =
    from === null
      ? stride > 0
        ? 0
        : length - 1
      : stride > 0
        ? bounded(from, 0, length)
        : bounded(from, -1, length - 1)
  const last =
    to === null ? (stride > 0 ? length : -1) : stride > 0 ? bounded(to, 0, length) : bounded(to, -1, length - 1)
  const part: Item[] = []
  for (let at = first; stride > 0 ? at < last : at > last; at += stride) part.push(list[at] as Item)
  return isText(value as Value) ? part.join('') : isTuple(value) ? tuple(part) : part
}
