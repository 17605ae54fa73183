// The values of templates, as in the host's language: whole numbers, numbers with a decimal point, texts, lists,
// dictionaries, and unknown facts.
import { Float, isText, own, type Value } from '../values.ts'

/**
 * Used within this folder only: the host fails to evaluate an expression, with the reason in a sentence. Example: a text
 * plus a number. The host then runs nothing of the macro.
 */
export class Stop extends Error {}

/** The call leaves out a parameter that the macro calculates with. */
export class NotPassed extends Stop {}

/** A value or feature that only the rehearsal can't evaluate. The host may succeed, so only the line is left out. */
export class Limitation extends Stop {}

/** A fact that the simulated printer does not know, with its path. `defined` is false if it probably does not exist. */
export class Unknown {
  constructor(
    readonly path: string,
    readonly defined = true,
  ) {}
}

/** The value that a failed line should have set. The failure was reported; whatever uses the value fails silently. */
export class Broken {}

/** An object whose members a loop may change for the code after it. */
export class Namespace {
  readonly names = new Map<string, Item>()
}

/** An object whose members are looked up on demand, such as the printer's status. */
export class Lookup {
  constructor(
    readonly path: string,
    readonly member: (name: string) => Item,
  ) {}
}

export type Callable = (args: readonly Item[], named: ReadonlyMap<string, Item>) => Item

/** A dictionary's key. Numbers are equal by value, with or without a decimal point. */
export type Key = string | number | null
export type Dictionary = Map<Key, Item>

export type Item = Value | Unknown | Broken | Namespace | Lookup | Callable | Item[] | Dictionary

/** The key for a value. */
export function keyOf(value: Item): Key {
  if (isNumber(value)) return worthOf(value)
  if (value === null || isText(value as Value)) return value as Key
  throw new Limitation(`${kindOf(value)} can’t be a key of a dictionary here.`)
}

export const isNumber = (value: Item): value is number | Float | boolean =>
  typeof value === 'number' || typeof value === 'boolean' || value instanceof Float

/** A number's numeric value, with or without a decimal point. */
export const worthOf = (value: number | Float | boolean): number =>
  value instanceof Float ? value.value : Number(value)

/** A number; with a decimal point unless `whole`. */
export const numbered = (value: number, whole: boolean): Item => {
  if (!Number.isFinite(value)) throw new Limitation('It gives no number.')
  return whole && Number.isSafeInteger(value) ? value : new Float(value)
}

export const isWhole = (value: Item): boolean =>
  typeof value === 'boolean' || (typeof value === 'number' && Number.isInteger(value))

/** Plain data with members: a dictionary, or a part of the printer's status. */
export const isRecord = (value: Item): value is { [key: string]: Value } =>
  typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype

/** The kind of a value, for a sentence. */
export function kindOf(value: Item): string {
  if (isText(value as Value)) return 'a text'
  if (isNumber(value)) return 'a number'
  if (Array.isArray(value)) return 'a list'
  if (value === null) return 'None'
  return value === undefined ? 'something that is not there' : 'a thing with members'
}

/** Formats a value as the language prints it. */
export function printed(value: Item): string {
  if (isText(value as Value)) return value as string
  if (value === undefined) return ''
  if (value === null) return 'None'
  if (typeof value === 'boolean') return value ? 'True' : 'False'
  if (typeof value === 'number') return Number.isInteger(value) ? String(value) : pointed(value)
  if (value instanceof Float) return pointed(value.value)
  if (Array.isArray(value)) {
    if (isStream(value)) throw new Limitation(noList)
    const inner = value.map(shown).join(', ')
    return tuples.has(value) ? `(${inner}${value.length === 1 ? ',' : ''})` : `[${inner}]`
  }
  if (value instanceof Map || isRecord(value))
    return `{${entriesOf(value)
      .map(([key, each]) => `${shown(key)}: ${shown(each)}`)
      .join(', ')}}`
  throw new Limitation('It is no text that could be written into a line.')
}

/** Lists written with round brackets, which can't be changed. */
const tuples = new WeakSet<Item[]>()

export function tuple(items: Item[]): Item[] {
  tuples.add(items)
  return items
}

export const isTuple = (value: Item): value is Item[] => Array.isArray(value) && tuples.has(value)

/** Iterators, the results of `select`, `map` and similar filters. They have no length and no indexes. */
const streams = new WeakSet<Item[]>()

export function stream(items: Item[]): Item[] {
  streams.add(items)
  return items
}

export const isStream = (value: Item): value is Item[] => Array.isArray(value) && streams.has(value)

/** Reported when an iterator is used as a list. */
export const noList = 'That is an iterator, not a list. Put |list after it.'

/** Formats a value inside a printed list: texts with quotes. */
export function shown(value: Item): string {
  if (!isText(value as Value)) return printed(value)
  const quote = (value as string).includes("'") && !(value as string).includes('"') ? '"' : "'"
  return quote + (value as string) + quote
}

/** An exponent has at least two digits. */
export const exponential = (text: string): string => text.replace(/e([+-])(\d)$/, 'e$10$2')

/** The shortest form of a number with a decimal point. */
function pointed(value: number): string {
  const size = Math.abs(value)
  if (size !== 0 && (size >= 1e16 || size < 1e-4)) return exponential(value.toExponential())
  const text = String(value)
  return text.includes('.') ? text : `${text}.0`
}

/** A number with fixed decimals; exact halves are rounded to the even digit, as in the host's language. */
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

/** Compares two values: negative, 0 or positive. */
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
    `${kindOf(one)} and ${kindOf(other)} can’t be compared. A parameter is a text: put |int or |float after it.`,
  )
}

/** The items of an iterable value. */
export function itemsOf(value: Item): Item[] {
  if (Array.isArray(value)) return value
  if (isText(value as Value)) return [...(value as string)]
  if (value instanceof Map) return [...value.keys()]
  if (value === undefined) return []
  if (isRecord(value)) return Object.keys(value)
  throw new (isNumber(value) || value === null ? Stop : Limitation)(`${kindOf(value)} can’t be iterated.`)
}

/** The keys and values of a dictionary or similar value. */
export function entriesOf(value: Item): [Key, Item][] {
  if (value instanceof Map) return [...value]
  if (isRecord(value)) return Object.entries(value)
  throw new Stop(`${kindOf(value)} is no dictionary.`)
}

/** A member by name or index; undefined if there is none. Inherited members are never returned. */
export function memberOf(value: Item, key: Item): Item {
  if (value instanceof Unknown) return new Unknown(`${value.path}.${printed(key)}`, value.defined)
  if (value instanceof Lookup) return value.member(printed(key))
  if (value instanceof Namespace) return value.names.get(printed(key))
  if (value instanceof Map) return value.get(keyOf(key))
  if (Array.isArray(value) || isText(value as Value)) {
    if (!isNumber(key) || isStream(value as Item)) return undefined
    const list = value as Item[] | string
    const at = worthOf(key)
    return list[at < 0 ? list.length + at : at]
  }
  if (value === null) return undefined
  if (value === undefined) throw new Stop(`${kindOf(value)} has no “${printed(key)}”.`)
  return own(value as Value, printed(key))
}

/** A slice of a list or text, such as `[1:]` or `[::-1]`. */
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
  if (stride === 0) throw new Stop('A slice can’t have the step 0.')
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
