// The tests of templates: what may follow `is`, also used by `select` and similar filters.
import { Float, isText, type Value } from '../values.ts'
import {
  type Item,
  isNumber,
  isRecord,
  isStream,
  isWhole,
  itemsOf,
  kindOf,
  memberOf,
  order,
  printed,
  Stop,
  same,
  Unknown,
  worthOf,
} from './values.ts'

type Test = (value: Item, args: readonly Item[]) => boolean

const isMapping = (value: Item): boolean => value instanceof Map || isRecord(value)

function numberIn(value: Item): number {
  if (isNumber(value)) return worthOf(value)
  throw new Stop(`${kindOf(value)} is neither odd nor even. A parameter is a text: put |int after it.`)
}

/** Whether a text has letters, all upper case. */
export const isUpper = (text: string): boolean => text === text.toUpperCase() && text !== text.toLowerCase()
export const isLower = (text: string): boolean => text === text.toLowerCase() && text !== text.toUpperCase()

const isDefined = (value: Item): boolean => (value instanceof Unknown ? value.defined : value !== undefined)

const tests: Readonly<Record<string, Test>> = {
  defined: isDefined,
  undefined: value => !isDefined(value),
  none: value => value === null,
  number: value => isNumber(value),
  integer: value => typeof value === 'number' && Number.isInteger(value),
  float: value => value instanceof Float || (typeof value === 'number' && !Number.isInteger(value)),
  boolean: value => typeof value === 'boolean',
  true: value => value === true,
  false: value => value === false,
  string: value => isText(value as Value),
  mapping: isMapping,
  sequence: value => (Array.isArray(value) && !isStream(value)) || isText(value as Value) || isMapping(value),
  iterable: value => Array.isArray(value) || isText(value as Value) || isMapping(value) || value === undefined,
  callable: value => typeof value === 'function',
  escaped: () => false,
  even: value => numberIn(value) % 2 === 0,
  odd: value => Math.abs(numberIn(value) % 2) === 1,
  upper: value => isUpper(printed(value)),
  lower: value => isLower(printed(value)),
  divisibleby: (value, [by]) => {
    const number = numberIn(by)
    if (number === 0) throw new Stop('It divides by zero.')
    return numberIn(value) % number === 0
  },
  // Equal whole numbers are the same object in the host's language; equal numbers with a decimal point are not.
  sameas: (value, [other]) => value === other && (!isNumber(value) || isWhole(value)),
  eq: (value, [other]) => same(value, other),
  ne: (value, [other]) => !same(value, other),
  lt: (value, [other]) => order(value, other) < 0,
  le: (value, [other]) => order(value, other) <= 0,
  gt: (value, [other]) => order(value, other) > 0,
  ge: (value, [other]) => order(value, other) >= 0,
  in: (value, [among]) => isIn(value, among),
}

const otherNames: Readonly<Record<string, string>> = {
  equalto: 'eq',
  '==': 'eq',
  '!=': 'ne',
  lessthan: 'lt',
  '<': 'lt',
  '<=': 'le',
  greaterthan: 'gt',
  '>': 'gt',
  '>=': 'ge',
}

export function testNamed(name: string): Test {
  const own = Object.hasOwn(otherNames, name) ? (otherNames[name] as string) : name
  const found = Object.hasOwn(tests, own) ? tests[own] : undefined
  if (!found) throw new Stop(`There is no test “is ${name}” here.`)
  return found
}

/** Whether an item is in a text, a list or a dictionary. */
export function isIn(value: Item, among: Item): boolean {
  if (isText(among as Value)) {
    if (!isText(value as Value)) throw new Stop(`${kindOf(value)} can’t be looked for in a text. Put |string after it.`)
    return (among as string).includes(value as string)
  }
  if (Array.isArray(among)) return among.some(each => same(each, value))
  if (among === undefined) return false
  if (among === null || isNumber(among)) throw new Stop(`Nothing is in ${kindOf(among)}.`)
  return isMapping(among) ? itemsOf(among).some(each => same(each, value)) : memberOf(among, value) !== undefined
}
