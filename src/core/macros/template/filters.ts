// The filters of templates. They only read.
import { Float, isText, type Value } from '../values.ts'
import { formatted } from './formats.ts'
import { capitalized, centred, joined, replaced, stripped } from './methods.ts'
import {
  entriesOf,
  fixed,
  type Item,
  isNumber,
  isStream,
  isWhole,
  itemsOf,
  kindOf,
  Limitation,
  memberOf,
  noList,
  numbered,
  order,
  printed,
  Stop,
  same,
  stream,
  truth,
  tuple,
  Unknown,
  worthOf,
} from './values.ts'

type Named = ReadonlyMap<string, Item>
/** Calls a different filter or a test, by name. */
export type Helpers = {
  filter: (name: string, value: Item, args: readonly Item[], named: Named) => Item
  test: (name: string, value: Item, args: readonly Item[]) => boolean
}
type Filter = (value: Item, args: readonly Item[], named: Named, helpers: Helpers) => Item

const text = (value: Item): string => printed(value)
const list = (value: Item): Item[] => itemsOf(value)

/** An argument by position or name; `none` counts as given. */
export function argument(args: readonly Item[], named: Named, place: number, name: string, otherwise?: Item): Item {
  const given = place < args.length ? args[place] : named.get(name)
  return given === undefined ? otherwise : given
}

/** An attribute by its path: `a`, `0`, `a.b`. */
function attributeOf(item: Item, way: Item): Item {
  if (!isText(way as Value)) return memberOf(item, way)
  return (way as string)
    .split('.')
    .reduce<Item>((found, part) => memberOf(found, /^\d{1,9}$/.test(part) ? Number(part) : part), item)
}

function asNumber(value: Item, otherwise: Item, whole: boolean): Item {
  if (isNumber(value)) return whole ? Math.trunc(worthOf(value)) : new Float(worthOf(value))
  const from = isText(value as Value) ? (value as string).trim().replace(/(?<=\d)_(?=\d)/g, '') : ''
  if (/^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?$/.test(from))
    return numbered(whole ? Math.trunc(Number(from)) : Number(from), whole)
  return otherwise
}

/** Reads a number in a different base: `"0x1F"|int(0, 16)`. */
function inBase(value: Item, otherwise: Item, base: number): Item {
  const bare = text(value).trim().toLowerCase()
  const figures = bare.replace(/^0[xob]/, '')
  const number = Number.parseInt(figures, base)
  return Number.isNaN(number) || number.toString(base) !== (figures.replace(/^0+/, '') || '0') ? otherwise : number
}

function rounded(value: Item, digits: number, method: Item): Item {
  if (!isNumber(value)) throw new Stop(`${kindOf(value)} can’t be rounded. Put |float before it.`)
  const [number, scale] = [worthOf(value), 10 ** digits]
  if (method === 'floor') return new Float(Math.floor(number * scale) / scale)
  if (method === 'ceil') return new Float(Math.ceil(number * scale) / scale)
  if (method !== undefined && method !== 'common')
    throw new Stop(`“${text(method)}” is not a way to round; “common”, “ceil” and “floor” are.`)
  const near = digits < 0 ? Number(fixed(number * scale, 0)) / scale : Number(fixed(number, digits))
  return numbered(near, isWhole(value))
}

/** Texts are compared without regard to case unless requested. */
function comparable(item: Item, attribute: Item, exactly: Item): Item {
  const seen = attribute === undefined ? item : attributeOf(item, attribute)
  return isText(seen as Value) && !truth(exactly) ? (seen as string).toLowerCase() : seen
}

const extreme =
  (char: 1 | -1): Filter =>
  (value, args, named) => {
    const [exactly, attribute] = [argument(args, named, 0, 'case_sensitive'), argument(args, named, 1, 'attribute')]
    const by = (item: Item) => comparable(item, attribute, exactly)
    const items = list(value)
    if (items.length === 0) return undefined
    return items.reduce((best, each) => (order(by(each), by(best)) * char > 0 ? each : best))
  }

/** For `map`: applies a filter by name, or reads an attribute of each item. */
function eachBy(args: readonly Item[], named: Named, helpers: Helpers): (item: Item) => Item {
  const attribute = named.get('attribute')
  if (attribute !== undefined)
    return item => {
      const found = attributeOf(item, attribute)
      return found === undefined ? named.get('default') : found
    }
  const [name, ...rest] = args
  return item => helpers.filter(text(name), item, rest, named)
}

const kept =
  (keep: boolean, byAttribute: boolean): Filter =>
  (value, args, _, helpers) => {
    const [attribute, rest] = byAttribute ? [args[0], args.slice(1)] : [null, args]
    const [name, ...more] = rest
    return stream(
      list(value).filter(item => {
        const seen = attribute === null ? item : attributeOf(item, attribute)
        return (name === undefined ? truth(seen) : helpers.test(text(name), seen, more)) === keep
      }),
    )
  }

const sorted: Filter = (value, args, named) => {
  const up = truth(argument(args, named, 0, 'reverse')) ? -1 : 1
  const exactly = argument(args, named, 1, 'case_sensitive')
  const attribute = argument(args, named, 2, 'attribute')
  const ways = isText(attribute as Value) ? (attribute as string).split(',') : [attribute]
  const by = (item: Item) => ways.map(way => comparable(item, way, exactly))
  return [...list(value)].sort((a, b) => order(by(a), by(b)) * up)
}

const byKeyOrValue: Filter = (value, args, named) => {
  const exactly = argument(args, named, 0, 'case_sensitive')
  const place = argument(args, named, 1, 'by') === 'value' ? 1 : 0
  const up = truth(argument(args, named, 2, 'reverse')) ? -1 : 1
  return entriesOf(value)
    .map(entry => tuple([...entry]))
    .sort((a, b) => order(comparable(a[place], undefined, exactly), comparable(b[place], undefined, exactly)) * up)
}

const summedUp: Filter = (value, args, named) => {
  const attribute = argument(args, named, 0, 'attribute')
  const items = list(value).map(item => (attribute === undefined ? item : attributeOf(item, attribute)))
  const start = argument(args, named, 1, 'start')
  if (Array.isArray(start)) return [start, ...items].flatMap(list)
  if (start !== undefined) items.unshift(start)
  if (!items.every(isNumber)) throw new Stop('Only numbers can be summed up. Put |map("float") before it.')
  return numbered(
    items.reduce<number>((sum, each) => sum + worthOf(each as number), 0),
    items.every(isWhole),
  )
}

function countOf(value: Item): number {
  if (!isNumber(value) || worthOf(value) < 1) throw new Stop('It takes a number of 1 at least.')
  return Math.trunc(worthOf(value))
}

/** Splits a list into parts of a given size; the last part is filled up if a filler is given. */
const batches: Filter = (value, args, named) => {
  const [items, size] = [list(value), countOf(argument(args, named, 0, 'linecount'))]
  const fill = argument(args, named, 1, 'fill_with')
  const parts = Array.from({ length: Math.ceil(items.length / size) }, (_, i) => items.slice(i * size, (i + 1) * size))
  const last = parts.at(-1)
  if (fill !== undefined && fill !== null) while (last && last.length < Math.min(size, 1000)) last.push(fill)
  return stream(parts)
}

/** Splits a list into a given number of parts; the first parts get one more item each if it does not divide evenly. */
const slices: Filter = (value, args, named) => {
  const [items, count] = [list(value), Math.min(1000, countOf(argument(args, named, 0, 'slices')))]
  const fill = argument(args, named, 1, 'fill_with')
  const [each, longer] = [Math.floor(items.length / count), items.length % count]
  const parts = Array.from({ length: count }, (_, i) => {
    const from = i * each + Math.min(i, longer)
    const part = items.slice(from, from + each + (i < longer ? 1 : 0))
    return fill !== undefined && fill !== null && longer > 0 && i >= longer ? [...part, fill] : part
  })
  return stream(parts)
}

const groups: Filter = (value, args, named) => {
  const attribute = argument(args, named, 0, 'attribute')
  const exactly = argument(args, named, 2, 'case_sensitive')
  const otherwise = argument(args, named, 1, 'default')
  const made: { by: Item; key: Item; items: Item[] }[] = []
  for (const item of list(value)) {
    const own = attributeOf(item, attribute)
    const key = own === undefined ? otherwise : own
    const by = comparable(key, undefined, exactly)
    const there = made.find(group => same(group.by, by))
    if (there) there.items.push(item)
    else made.push({ by, key, items: [item] })
  }
  return made.sort((a, b) => order(a.by, b.by)).map(({ key, items }) => tuple([key, items]))
}

/** Capital letters at the start and after blanks, hyphens and brackets. */
const titled = (own: string): string =>
  own.replace(/[^-\s({[<]+/g, word => word.charAt(0).toUpperCase() + word.slice(1).toLowerCase())

const widestIndent = 200

/** Indents the lines after the first. */
const indented: Filter = (value, args, named) => {
  const width = argument(args, named, 0, 'width', 4)
  const before = isText(width as Value) ? (width as string) : ' '.repeat(Math.min(200, countOf(width)))
  const [first, blank] = [truth(argument(args, named, 1, 'first')), truth(argument(args, named, 2, 'blank'))]
  const lines = text(value).split('\n')
  const indents = (line: string, i: number) => (i > 0 || first) && (blank || line !== '')
  return joined(
    lines.map((line, i) => (indents(line, i) ? before.slice(0, widestIndent) + line : line)),
    '\n',
  )
}

const charNames: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  "'": '&#39;',
  '"': '&#34;',
}

const filters: Readonly<Record<string, Filter>> = {
  default: (value, args, named) => {
    const otherwise = argument(args, named, 0, 'default_value', '')
    const evenFalse = truth(argument(args, named, 1, 'boolean'))
    const lacks = value === undefined || (evenFalse && !truth(value))
    return lacks ? otherwise : value
  },
  int: (value, args, named) => {
    const otherwise = argument(args, named, 0, 'default', 0)
    const base = argument(args, named, 1, 'base')
    return isNumber(base) && worthOf(base) !== 10 && isText(value as Value)
      ? inBase(value, otherwise, worthOf(base))
      : asNumber(value, otherwise, true)
  },
  float: (value, args, named) => asNumber(value, argument(args, named, 0, 'default', new Float(0)), false),
  round: (value, args, named) => {
    const digits = argument(args, named, 0, 'precision', 0)
    if (!isNumber(digits)) throw new Stop('|round takes a number of decimals.')
    return rounded(value, Math.min(20, Math.max(-20, Math.trunc(worthOf(digits)))), argument(args, named, 1, 'method'))
  },
  abs: value => {
    if (!isNumber(value)) throw new Stop(`${kindOf(value)} has no size. Put |float before it.`)
    return numbered(Math.abs(worthOf(value)), isWhole(value))
  },
  min: extreme(-1),
  max: extreme(1),
  sum: summedUp,
  sort: sorted,
  first: value => list(value)[0],
  last: value => {
    if (isStream(value)) throw new Stop(noList)
    return list(value).at(-1)
  },
  random: () => new Unknown('random'),
  length: value => {
    if (isStream(value)) throw new Stop(noList)
    return list(value).length
  },
  reverse: value =>
    isText(value as Value) ? [...(value as string)].reverse().join('') : stream([...list(value)].reverse()),
  unique: (value, args, named) => {
    const [exactly, attribute] = [argument(args, named, 0, 'case_sensitive'), argument(args, named, 1, 'attribute')]
    const by = (item: Item) => comparable(item, attribute, exactly)
    const seen: Item[] = []
    return stream(
      list(value).filter(item => {
        const own = by(item)
        if (seen.some(other => same(other, own))) return false
        seen.push(own)
        return true
      }),
    )
  },
  join: (value, args, named) => {
    const attribute = argument(args, named, 1, 'attribute')
    return joined(
      list(value).map(item => text(attribute === undefined ? item : attributeOf(item, attribute))),
      text(argument(args, named, 0, 'd', '')),
    )
  },
  list: value => [...list(value)],
  map: (value, args, named, helpers) => stream(list(value).map(eachBy(args, named, helpers))),
  select: kept(true, false),
  reject: kept(false, false),
  selectattr: kept(true, true),
  rejectattr: kept(false, true),
  batch: batches,
  slice: slices,
  groupby: groups,
  attr: (value, [name]) => memberOf(value, name),
  items: value => stream(value === undefined ? [] : entriesOf(value).map(entry => tuple([...entry]))),
  dictsort: byKeyOrValue,
  upper: value => text(value).toUpperCase(),
  lower: value => text(value).toLowerCase(),
  capitalize: value => capitalized(text(value)),
  title: value => titled(text(value)),
  trim: (value, args, named) => stripped(text(value), argument(args, named, 0, 'chars'), 'both'),
  center: (value, args, named) => centred(text(value), argument(args, named, 0, 'width', 80), ' '),
  replace: (value, args, named) =>
    replaced(text(value), text(args[0]), text(args[1]), argument(args, named, 2, 'count')),
  indent: indented,
  wordcount: value => text(value).match(/[\p{L}\p{N}_]+/gu)?.length ?? 0,
  escape: value => text(value).replace(/[&<>'"]/g, char => charNames[char] ?? char),
  safe: value => text(value),
  string: value => text(value),
  pprint: value => text(value),
  format: (value, args, named) => formatted(text(value), named.size > 0 ? new Map(named) : tuple([...args])),
}

const otherNames: Readonly<Record<string, string>> = { d: 'default', count: 'length', e: 'escape' }

/** Whether a filter replaces a missing value, so that the missing value is no error. */
export const fallsBack = (name: string): boolean => name === 'default' || name === 'd'

/** Filters of the language that G-code macros do not need. */
const notHere = ['filesizeformat', 'forceescape', 'striptags', 'tojson', 'truncate', 'urlencode', 'urlize', 'wordwrap']

export function filterNamed(name: string): Filter {
  const own = Object.hasOwn(otherNames, name) ? (otherNames[name] as string) : name
  const found = Object.hasOwn(filters, own) ? filters[own] : undefined
  if (found) return found
  if (notHere.includes(name)) throw new Limitation(`The filter “${name}” is not available in a rehearsal.`)
  throw new Stop(`There is no filter “${name}”.`)
}
