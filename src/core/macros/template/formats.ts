// Formats values in texts, as `"%.2f mm" % x` and `"{:.2f} mm".format(x)` do in the host's language.
import { Float, isText, type Value } from '../values.ts'
import {
  exponential,
  fixed,
  type Item,
  isNumber,
  isTuple,
  isWhole,
  kindOf,
  memberOf,
  printed,
  Stop,
  shown,
  worthOf,
} from './values.ts'

/** The parts of a format: `*^+07,.2f` has all of them. */
type Place = {
  fill: string
  align: '' | '<' | '>' | '^' | '='
  sign: string
  prefixed: boolean
  zeros: boolean
  width: number
  group: string
  digits: number | null
  kind: string
}

const plainPlace: Place = {
  fill: ' ',
  align: '',
  sign: '',
  prefixed: false,
  zeros: false,
  width: 0,
  group: '',
  digits: null,
  kind: '',
}

/** Limits for the width and the decimals. */
const [widest, maxDigits] = [1000, 60]

const tooFew = 'There are fewer values than placeholders in the text.'

/** `"%.2f mm" % x`: the values of a tuple in order, those of a dictionary by name, or a single value. */
export function formatted(template: string, given: Item): string {
  const values = isTuple(given) ? [...given] : [given]
  const next = (): Item => {
    if (values.length === 0) throw new Stop(tooFew)
    return values.shift()
  }
  const count = (text: string | undefined, max: number): number =>
    Math.min(max, Math.abs(Math.trunc(Number(text === '*' ? printed(next()) : text || 0))) || 0)
  let named = false
  const text = template.replace(
    /%(?:\((\w{1,60})\))?([-+ 0#]{0,5})(\*|\d{0,3})(?:\.(\*|\d{0,2}))?[hlL]?([a-zA-Z%]?)/g,
    (_, name: string | undefined, flags: string, width: string, digits: string | undefined, kind: string) => {
      if (kind === '%') return '%'
      if (!kind || !'diuoxXeEfFgGcrsa'.includes(kind)) throw new Stop(`“%${kind}” is not a placeholder in a text.`)
      named ||= name !== undefined
      const place: Place = {
        ...plainPlace,
        align: flags.includes('-') ? '<' : '>',
        sign: flags.includes('+') ? '+' : flags.includes(' ') ? ' ' : '',
        prefixed: flags.includes('#'),
        width: count(width, widest),
        digits: digits === undefined ? null : count(digits, maxDigits),
        zeros: flags.includes('0') && !flags.includes('-'),
        kind: kind === 'i' || kind === 'u' ? 'd' : kind,
      }
      const value = name === undefined ? next() : memberOf(given, name)
      if ('rsa'.includes(kind)) {
        const own = kind === 's' ? printed(value) : shown(value)
        return aligned(place.digits === null ? own : own.slice(0, place.digits), { ...place, zeros: false })
      }
      if (kind === 'c' && isText(value as Value)) return aligned(value as string, { ...place, zeros: false })
      return aligned(numberIn(value, place), place)
    },
  )
  const mapping = named || (!isTuple(given) && typeof given === 'object' && given !== null && !isNumber(given))
  if (values.length > 0 && !mapping) throw new Stop('There are more values than placeholders in the text.')
  return text
}

/** A number in the requested format with its sign, before it is padded. */
function numberIn(value: Item, { kind, digits, sign, prefixed, group }: Place): string {
  if (!isNumber(value)) throw new Stop(`${kindOf(value)} is used as a number. Put |int or |float after it.`)
  const number = kind === 'd' ? Math.trunc(worthOf(value)) : worthOf(value)
  if ('xXobc'.includes(kind) && !isWhole(value)) throw new Stop('A whole number is needed. Put |int after it.')
  if (kind === 'c') return String.fromCodePoint(Math.min(0x10ffff, Math.max(0, number)))
  const size = Math.abs(number)
  const bare = figures(size, kind, digits, prefixed)
  const before = number < 0 ? '-' : sign
  return before + (group ? grouped(bare, group) : bare)
}

function figures(size: number, kind: string, digits: number | null, prefixed: boolean): string {
  switch (kind) {
    case 'd':
      return plainWhole(size).padStart(digits ?? 0, '0')
    case 'x':
    case 'X': {
      const text = (prefixed ? '0x' : '') + size.toString(16)
      return kind === 'X' ? text.toUpperCase() : text
    }
    case 'o':
      return (prefixed ? '0o' : '') + size.toString(8)
    case 'b':
      return (prefixed ? '0b' : '') + size.toString(2)
    case 'f':
    case 'F':
      return fixed(size, digits ?? 6)
    case '%':
      return `${fixed(size * 100, digits ?? 6)}%`
    case 'e':
      return exponential(size.toExponential(digits ?? 6))
    case 'E':
      return exponential(size.toExponential(digits ?? 6)).toUpperCase()
    case 'G':
      return general(size, Math.max(1, digits ?? 6)).toUpperCase()
    default:
      return general(size, Math.max(1, digits ?? 6))
  }
}

/** A whole number of any size. */
const plainWhole = (size: number): string => BigInt(Math.trunc(size)).toString()

/** `%g`: a number of significant digits without trailing zeros, with an exponent for very large and small numbers. */
function general(size: number, count: number): string {
  if (size === 0) return '0'
  const [figuresOnly = '', exponent = '0'] = size.toExponential(count - 1).split('e')
  const bare = (text: string) => (text.includes('.') ? text.replace(/0{1,100}$/, '').replace(/\.$/, '') : text)
  if (Number(exponent) >= -4 && Number(exponent) < count) return bare(size.toPrecision(count))
  return exponential(`${bare(figuresOnly)}e${exponent}`)
}

/** Inserts thousands separators. */
function grouped(text: string, by: string): string {
  const [, whole = '', rest = ''] = /^(\d{0,400})(.{0,400})$/s.exec(text) ?? []
  const parts: string[] = []
  for (let end = whole.length; end > 0; end -= 3) parts.unshift(whole.slice(Math.max(0, end - 3), end))
  return parts.join(by) + rest
}

/** Pads a text to the requested width. */
function aligned(text: string, { fill, align, zeros, width }: Place): string {
  const room = width - text.length
  if (room <= 0) return text
  const sign = zeros || align === '=' ? (/^[-+ ]/.exec(text)?.[0] ?? '') : ''
  if (zeros && fill === ' ') return sign + '0'.repeat(room) + text.slice(sign.length)
  if (align === '=') return sign + fill.repeat(room) + text.slice(sign.length)
  if (align === '<') return text + fill.repeat(room)
  if (align !== '^') return fill.repeat(room) + text
  const left = Math.floor(room / 2)
  return fill.repeat(left) + text + fill.repeat(room - left)
}

/**
 * `"{:.2f} mm".format(x)`: handles `{}`, `{0}`, `{name.part}`, with a format after a colon that may itself contain
 * fields.
 */
export function formattedByName(template: string, args: readonly Item[], named: ReadonlyMap<string, Item>): string {
  let next = 0
  const worth = (field: string): Item => {
    const found = /^(\w{0,60})((?:\.\w{1,60}|\[[^\]]{1,60}\]){0,8})$/.exec(field)
    if (!found) throw new Stop(`“${field}” is not the name of a value in a text.`)
    const [, name = '', way = ''] = found
    const key = name === '' ? String(next++) : name
    const numbered = /^\d+$/.test(key)
    if (numbered ? Number(key) >= args.length : !named.has(key)) throw new Stop(tooFew)
    let value = numbered ? args[Number(key)] : named.get(key)
    for (const [, part, index = ''] of way.matchAll(/\.(\w{1,60})|\[([^\]]{1,60})\]/g))
      value = memberOf(value, part ?? (/^\d+$/.test(index) ? Number(index) : index))
    return value
  }
  const filled = (text: string, depth: number): string => {
    if (depth > 1) throw new Stop('Placeholders in the text are nested too deeply.')
    let made = ''
    for (let i = 0; i < text.length; i++) {
      const sign = text[i] as string
      if ((sign === '{' || sign === '}') && text[i + 1] === sign) {
        made += sign
        i++
      } else if (sign === '}') throw new Stop('A “}” of the text closes no placeholder.')
      else if (sign !== '{') made += sign
      else {
        const end = closing(text, i)
        if (end < 0) throw new Stop('A placeholder of the text, “{…”, is not closed.')
        made += place(text.slice(i + 1, end), depth)
        i = end
      }
    }
    return made
  }
  const place = (inner: string, depth: number): string => {
    const colon = inner.indexOf(':')
    const [field = '', conversion] = (colon < 0 ? inner : inner.slice(0, colon)).split('!')
    const value = worth(field)
    const own = conversion === 'r' || conversion === 'a' ? shown(value) : conversion === 's' ? printed(value) : value
    return spelled(own, colon < 0 ? '' : filled(inner.slice(colon + 1), depth + 1))
  }
  return filled(template, 0)
}

/** The end of the field that opens at an offset; negative if it does not close. */
function closing(text: string, open: number): number {
  let depth = 0
  for (let i = open; i < text.length; i++) {
    if (text[i] === '{') depth++
    else if (text[i] === '}' && --depth === 0) return i
  }
  return -1
}

/** Formats a value by the format after the colon. */
function spelled(value: Item, format: string): string {
  if (format === '') return printed(value)
  const found = /^(?:(.)([<>=^])|([<>=^]))?([-+ ]?)(#?)(0?)(\d{0,3})([,_]?)(?:\.(\d{1,2}))?([a-zA-Z%]?)$/su.exec(format)
  if (!found) throw new Stop(`“${format}” is not a format for a value.`)
  const [, fill, filled, align, sign = '', prefix, zeros, width, group = '', digits, kind = ''] = found
  const place: Place = {
    fill: fill ?? ' ',
    align: (filled ?? align ?? '') as Place['align'],
    sign: sign === '-' ? '' : sign,
    prefixed: prefix === '#',
    zeros: zeros === '0' && filled === undefined && align === undefined,
    width: Number(width || 0),
    group,
    digits: digits === undefined ? null : Number(digits),
    kind: kind === 'n' ? 'g' : kind,
  }
  if (isText(value as Value)) {
    if (kind !== '' && kind !== 's')
      throw new Stop(`a text can’t be written as “${format}”. Put |int or |float after it.`)
    const text = place.digits === null ? (value as string) : (value as string).slice(0, place.digits)
    return aligned(text, { ...place, fill: zeros === '0' ? '0' : place.fill, zeros: false, align: place.align || '<' })
  }
  if (!isNumber(value)) throw new Stop(`${kindOf(value)} can’t be written as “${format}”.`)
  if (kind !== '' && !'bcdeEfFgGnoxX%'.includes(kind)) throw new Stop(`a number can’t be written as “${format}”.`)
  if (kind === 'd' && !isWhole(value)) throw new Stop('A whole number is needed. Put |int after it.')
  return aligned(kind === '' ? untyped(value, place) : numberIn(value, place), place)
}

/** Without a format letter: whole numbers unchanged, others with the requested digits and always a decimal point. */
function untyped(value: number | Float | boolean, place: Place): string {
  if (isWhole(value)) return numberIn(value, { ...place, kind: 'd' })
  const number = worthOf(value)
  const size = Math.abs(number)
  const text = place.digits === null ? printed(new Float(size)) : figures(size, 'g', place.digits, false)
  const pointed = /[.e]/.test(text) ? text : `${text}.0`
  return (number < 0 ? '-' : place.sign) + (place.group ? grouped(pointed, place.group) : pointed)
}
