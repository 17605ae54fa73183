// The functions of macro-file expressions.
import { isText, numberFrom, type Value } from './values.ts'

/** Thrown when an expression can't be evaluated; `unknown` is the name that has no value, if that is the reason. */
export class Stop extends Error {
  constructor(
    message: string,
    readonly unknown: string | null = null,
  ) {
    super(message)
  }
}

export function divided(a: number, b: number): number {
  if (b === 0) throw new Stop('It divides by zero.')
  return a / b
}

/** Converts a value to a number; refuses texts and missing values. `text` is the source of the value. */
export function numberOf(value: Value, text: string): number {
  if (value === null || value === undefined) throw new Stop(`“${text}” is null, which is not a number.`)
  if (isText(value)) throw new Stop(`“${text}” is a text, not a number.`)
  if (Array.isArray(value)) throw new Stop(`“${text}” is a list, not a number.`)
  return numberFrom(value)
}

/** Functions of numbers. None calculates beyond plain arithmetic. */
const numeric: Readonly<Record<string, (...numbers: number[]) => number>> = {
  abs: Math.abs,
  acos: Math.acos,
  asin: Math.asin,
  atan: Math.atan,
  atan2: Math.atan2,
  ceil: Math.ceil,
  cos: Math.cos,
  degrees: radians => (radians * 180) / Math.PI,
  exp: Math.exp,
  floor: Math.floor,
  log: Math.log,
  max: Math.max,
  min: Math.min,
  // The remainder has the sign of the dividend.
  mod: (a, b) => a - Math.trunc(divided(a, b)) * b,
  pow: (a, b) => a ** b,
  radians: degrees => (degrees * Math.PI) / 180,
  round: Math.round,
  sin: Math.sin,
  sqrt: Math.sqrt,
  square: a => a * a,
  tan: Math.tan,
}

/** Functions whose result only the board knows. */
const unseen = ['datetime', 'fileexists', 'fileread', 'random']

const maxItems = 1000

/** Functions of texts and lists. */
const others: Readonly<Record<string, (...given: Value[]) => Value>> = {
  isnan: value => typeof value === 'number' && Number.isNaN(value),
  take: (from, count) => partOf(from, 0, numberOf(count as Value, 'take(…)')),
  drop: (from, count) => partOf(from, numberOf(count as Value, 'drop(…)'), Number.POSITIVE_INFINITY),
  find: (among, wanted) => {
    if (isText(among) && isText(wanted)) return among.indexOf(wanted)
    return Array.isArray(among) ? among.indexOf(wanted as Value) : -1
  },
  vector: (count, value) =>
    Array.from(
      { length: Math.min(maxItems, Math.max(0, numberOf(count as Value, 'vector(…)'))) },
      () => value as Value,
    ),
}

function partOf(from: Value, start: number, end: number): Value {
  if (isText(from) || Array.isArray(from)) return from.slice(start, end)
  throw new Stop('Only a text or a list has parts.')
}

/** Calls a function by name; `texts` are the sources of its arguments. */
export function callFunction(name: string, given: readonly Value[], texts: readonly string[]): Value {
  if (unseen.includes(name)) throw new Stop(`A rehearsal can’t know “${name}”.`, name)
  const other = Object.hasOwn(others, name) ? others[name] : undefined
  if (other) return other(...given)
  const known = Object.hasOwn(numeric, name) ? numeric[name] : undefined
  if (!known) throw new Stop(`There is no function “${name}” here.`)
  const value = known(...given.map((each, i) => numberOf(each, texts[i] ?? '')))
  if (Number.isNaN(value)) throw new Stop(`${name}(…) gives no number here.`)
  return value
}
