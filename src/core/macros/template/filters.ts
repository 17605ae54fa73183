// The filters, tests, and methods that a template may use: those that only read, and the few that change a list of its own.
import { Float, isText, type Value } from '../values.ts'
import {
  entriesOf,
  fixed,
  formattedByName,
  type Item,
  isNumber,
  isWhole,
  itemsOf,
  memberOf,
  numbered,
  order,
  printed,
  Stop,
  same,
  sortOf,
  truth,
  tuple,
  worthOf,
} from './values.ts'

type Named = ReadonlyMap<string, Item>
/** `call` works another filter, or a test, by its name. */
export type Helpers = {
  filter: (name: string, value: Item, args: readonly Item[]) => Item
  test: (name: string, value: Item, args: readonly Item[]) => boolean
}
type Filter = (value: Item, args: readonly Item[], named: Named, helpers: Helpers) => Item

const text = (value: Item): string => printed(value)
const list = (value: Item): Item[] => itemsOf(value)

function asNumber(value: Item, otherwise: Item, whole: boolean): Item {
  if (isNumber(value)) return whole ? Math.trunc(worthOf(value)) : new Float(worthOf(value))
  const from = isText(value as Value) ? (value as string).trim() : ''
  if (/^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?$/.test(from))
    return whole ? Math.trunc(Number(from)) : new Float(Number(from))
  return otherwise
}

function rounded(value: Item, digits: Item, method: Item): Item {
  if (!isNumber(value)) throw new Stop(`${sortOf(value)} can’t be rounded. Put |float before it.`)
  const scale = 10 ** (isNumber(digits) ? Math.min(10, Math.max(-10, worthOf(digits))) : 0)
  const scaled = worthOf(value) * scale
  if (method === 'floor') return new Float(Math.floor(scaled + 1e-9) / scale)
  if (method === 'ceil') return new Float(Math.ceil(scaled - 1e-9) / scale)
  const wanted = isNumber(digits) ? Math.trunc(worthOf(digits)) : 0
  if (wanted < 0) return new Float(Math.round(scaled) / scale)
  return new Float(Number(fixed(worthOf(value), Math.min(20, wanted))))
}

function extreme(value: Item, sign: 1 | -1): Item {
  const items = list(value)
  if (items.length === 0) return undefined
  return items.reduce((best, each) => (order(each, best) * sign > 0 ? each : best))
}

/** For `map`, `select` and their like: what a filter's or test's name, or an attribute, makes of each. */
function eachBy(args: readonly Item[], named: Named, helpers: Helpers): (item: Item) => Item {
  const attribute = named.get('attribute')
  if (attribute !== undefined) return item => memberOf(item, attribute) ?? named.get('default')
  const [name, ...rest] = args
  return item => helpers.filter(text(name), item, rest)
}

const kept =
  (keep: boolean, byAttribute: boolean): Filter =>
  (value, args, _, helpers) => {
    const [attribute, rest] = byAttribute ? [args[0], args.slice(1)] : [null, args]
    const [name, ...more] = rest
    return list(value).filter(item => {
      const seen = attribute === null ? item : memberOf(item, attribute)
      return (name === undefined ? truth(seen) : helpers.test(text(name), seen, more)) === keep
    })
  }

const sorted: Filter = (value, args, named) => {
  const attribute = named.get('attribute')
  const by = (item: Item) => {
    const key = attribute === undefined ? item : memberOf(item, attribute)
    return isText(key as Value) && !truth(named.get('case_sensitive')) ? (key as string).toLowerCase() : key
  }
  const up = truth(named.get('reverse') ?? args[0]) ? -1 : 1
  return [...list(value)].sort((a, b) => order(by(a), by(b)) * up)
}

const filters: Readonly<Record<string, Filter>> = {
  default: (value, [otherwise = '', evenFalse], named) =>
    value === undefined || (truth(evenFalse ?? named.get('boolean')) && !truth(value)) ? otherwise : value,
  int: (value, [otherwise = 0], named) => asNumber(value, named.get('default') ?? otherwise, true),
  float: (value, [otherwise = new Float(0)], named) => asNumber(value, named.get('default') ?? otherwise, false),
  round: (value, [digits, method], named) =>
    rounded(value, digits ?? named.get('precision'), method ?? named.get('method')),
  abs: value => {
    if (!isNumber(value)) throw new Stop(`${sortOf(value)} has no size. Put |float before it.`)
    return numbered(Math.abs(worthOf(value)), isWhole(value))
  },
  min: value => extreme(value, -1),
  max: value => extreme(value, 1),
  sum: (value, _, named) => {
    const attribute = named.get('attribute')
    const items = list(value).map(item => (attribute === undefined ? item : memberOf(item, attribute)))
    const start = named.get('start')
    if (Array.isArray(start)) return [start, ...items].flatMap(list)
    if (start !== undefined) items.unshift(start)
    if (!items.every(isNumber)) throw new Stop('Only numbers can be summed up. Put |map("float") before it.')
    return numbered(
      items.reduce<number>((sum, each) => sum + worthOf(each as number), 0),
      items.every(isWhole),
    )
  },
  sort: sorted,
  first: value => list(value)[0],
  last: value => list(value).at(-1),
  length: value => list(value).length,
  reverse: value => (isText(value as Value) ? [...(value as string)].reverse().join('') : [...list(value)].reverse()),
  unique: value => list(value).filter((each, i, all) => all.findIndex(other => same(other, each)) === i),
  join: (value, [between = ''], named) => {
    const attribute = named.get('attribute')
    return list(value)
      .map(item => text(attribute === undefined ? item : memberOf(item, attribute)))
      .join(text(between))
  },
  list: value => [...list(value)],
  map: (value, args, named, helpers) => list(value).map(eachBy(args, named, helpers)),
  select: kept(true, false),
  reject: kept(false, false),
  selectattr: kept(true, true),
  rejectattr: kept(false, true),
  items: value => entriesOf(value).map(entry => tuple([...entry])),
  dictsort: value =>
    entriesOf(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(entry => tuple([...entry])),
  upper: value => text(value).toUpperCase(),
  lower: value => text(value).toLowerCase(),
  capitalize: value => text(value).charAt(0).toUpperCase() + text(value).slice(1).toLowerCase(),
  title: value =>
    text(value)
      .toLowerCase()
      .replace(/(?<![\p{L}\p{N}])\p{L}/gu, sign => sign.toUpperCase()),
  trim: (value, [signs]) => stripped(text(value), signs, 'both'),
  replace: (value, [from = '', to = '', most]) => replaced(text(value), text(from), text(to), most),
  string: value => text(value),
  format: (value, args, named) => formattedByName(text(value).replace(/%\.?\d*[sdf]/g, '{}'), args, named),
}

const otherNames: Readonly<Record<string, string>> = { d: 'default', count: 'length' }

export function filterNamed(name: string): Filter {
  const own = Object.hasOwn(otherNames, name) ? (otherNames[name] as string) : name
  const found = Object.hasOwn(filters, own) ? filters[own] : undefined
  if (!found) throw new Stop(`There is no filter “${name}” here.`)
  return found
}

type Test = (value: Item, args: readonly Item[]) => boolean

const tests: Readonly<Record<string, Test>> = {
  defined: value => value !== undefined,
  undefined: value => value === undefined,
  none: value => value === null,
  number: value => isNumber(value),
  integer: value => typeof value === 'number' && Number.isInteger(value),
  float: value => value instanceof Float || (typeof value === 'number' && !Number.isInteger(value)),
  boolean: value => typeof value === 'boolean',
  true: value => value === true,
  false: value => value === false,
  string: value => isText(value as Value),
  mapping: value =>
    value instanceof Map || (typeof value === 'object' && value !== null && !Array.isArray(value) && !isNumber(value)),
  sequence: value => Array.isArray(value) || isText(value as Value),
  iterable: value => Array.isArray(value) || isText(value as Value) || value instanceof Map,
  even: value => isNumber(value) && Math.abs(worthOf(value) % 2) === 0,
  odd: value => isNumber(value) && Math.abs(worthOf(value) % 2) === 1,
  upper: value => isText(value as Value) && (value as string) === (value as string).toUpperCase(),
  lower: value => isText(value as Value) && (value as string) === (value as string).toLowerCase(),
  divisibleby: (value, [by]) => isNumber(value) && isNumber(by as Item) && worthOf(value) % worthOf(by as number) === 0,
  equalto: (value, [other]) => same(value, other),
  in: (value, [among]) => isIn(value, among),
}

const otherTests: Readonly<Record<string, string>> = { eq: 'equalto', '==': 'equalto' }

export function testNamed(name: string): Test {
  const own = Object.hasOwn(otherTests, name) ? (otherTests[name] as string) : name
  const found = Object.hasOwn(tests, own) ? tests[own] : undefined
  if (!found) throw new Stop(`There is no test “is ${name}” here.`)
  return found
}

/** Whether something is in a text, a list or a dictionary. */
export function isIn(value: Item, among: Item): boolean {
  if (isText(among as Value)) return (among as string).includes(printed(value))
  if (Array.isArray(among)) return among.some(each => same(each, value))
  if (among === undefined || among === null || isNumber(among)) throw new Stop(`Nothing is in ${sortOf(among)}.`)
  return memberOf(among, value) !== undefined
}

function stripped(from: string, signs: Item, ends: 'both' | 'left' | 'right'): string {
  const set = signs === undefined || signs === null ? null : new Set([...text(signs)])
  const off = (sign: string | undefined) => sign !== undefined && (set ? set.has(sign) : /\s/.test(sign))
  let [first, last] = [0, from.length]
  if (ends !== 'right') while (first < last && off(from[first])) first++
  if (ends !== 'left') while (last > first && off(from[last - 1])) last--
  return from.slice(first, last)
}

type Method = (args: readonly Item[], named: Named) => Item

/** What a text, a list or a dictionary can do by itself; undefined where it has no such method. `spend` pays for what is made. */
export function methodOf(value: Item, name: string, spend: (values: number) => void): Method | undefined {
  const methods = isText(value as Value)
    ? textMethods(value as string)
    : Array.isArray(value)
      ? listMethods(value, spend)
      : value instanceof Map ||
          (typeof value === 'object' && value !== null && Object.getPrototypeOf(value) === Object.prototype)
        ? dictionaryMethods(value)
        : {}
  return Object.hasOwn(methods, name) ? (methods as Record<string, Method>)[name] : undefined
}

/** So many times at most, where that is said. */
function replaced(own: string, from: string, to: string, most: Item): string {
  let left = isNumber(most) && worthOf(most) >= 0 ? worthOf(most) : Number.POSITIVE_INFINITY
  return own.replaceAll(from, found => (left-- > 0 ? to : found))
}

const whole = (value: Item): number => (isNumber(value) ? Math.trunc(worthOf(value)) : 0)

const textMethods = (own: string): Record<string, Method> => ({
  split: ([by, most]) => {
    const all =
      by === undefined || by === null ? own.trim().split(/\s+/).filter(Boolean) : own.split(text(by) || '\uE001')
    const count = most === undefined ? -1 : whole(most)
    const between = by === undefined || by === null ? ' ' : text(by)
    return count >= 0 && all.length > count + 1 ? [...all.slice(0, count), all.slice(count).join(between)] : all
  },
  strip: ([signs]) => stripped(own, signs, 'both'),
  lstrip: ([signs]) => stripped(own, signs, 'left'),
  rstrip: ([signs]) => stripped(own, signs, 'right'),
  lower: () => own.toLowerCase(),
  upper: () => own.toUpperCase(),
  title: () => filters.title?.(own, [], new Map(), none) ?? own,
  capitalize: () => own.charAt(0).toUpperCase() + own.slice(1).toLowerCase(),
  replace: ([from = '', to = '', most]) => replaced(own, text(from), text(to), most),
  startswith: ([begin]) => (Array.isArray(begin) ? begin : [begin]).some(each => own.startsWith(text(each))),
  endswith: ([end]) => (Array.isArray(end) ? end : [end]).some(each => own.endsWith(text(each))),
  find: ([part]) => own.indexOf(text(part)),
  count: ([part]) => (text(part) === '' ? own.length + 1 : own.split(text(part)).length - 1),
  join: ([items]) => list(items).map(text).join(own),
  isdigit: () => /^\d+$/.test(own),
  isalpha: () => /^\p{L}+$/u.test(own),
  format: (args, named) => formattedByName(own, args, named),
})

const none: Helpers = { filter: () => undefined, test: () => false }

const listMethods = (own: Item[], spend: (values: number) => void): Record<string, Method> => ({
  append: ([item]) => {
    spend(1)
    own.push(item)
    return null
  },
  extend: ([items]) => {
    const more = [...list(items)]
    spend(more.length)
    own.push(...more)
    return null
  },
  insert: ([at, item]) => {
    spend(1)
    own.splice(whole(at), 0, item)
    return null
  },
  pop: ([at]) => (at === undefined ? own.pop() : own.splice(whole(at), 1)[0]),
  index: ([item]) => {
    const at = own.findIndex(each => same(each, item))
    if (at < 0) throw new Stop('The list has no such item.')
    return at
  },
  count: ([item]) => own.filter(each => same(each, item)).length,
  reverse: () => {
    own.reverse()
    return null
  },
})

const dictionaryMethods = (own: Item): Record<string, Method> => ({
  get: ([key, otherwise = null]) => memberOf(own, key) ?? otherwise,
  items: () => entriesOf(own).map(entry => tuple([...entry])),
  keys: () => entriesOf(own).map(([key]) => key),
  values: () => entriesOf(own).map(([, value]) => value),
  update: ([more]) => {
    if (!(own instanceof Map)) throw new Stop('What the printer says of itself can’t be changed.')
    for (const [key, value] of entriesOf(more)) own.set(key, value)
    return null
  },
})
