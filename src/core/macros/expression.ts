// Works out what macro files reckon with: `{var.length * 2}`, `if move.axes[2].homed && param.S > 40`.
import type { SyntaxNode } from '@lezer/common'
import { childrenOf, textOf, tooDeep, within } from '../formula/syntax.ts'
import { parser } from './expression-parser.ts'
import { isText, numberFrom, own, truthy, type Value, written } from './values.ts'

/** `unknown` where a name has no value: a variable that nobody made, or something that a rehearsal can't see. */
export type Worked<T> = { ok: true; value: T } | { ok: false; why: string; unknown: string | null }

/** The value that a path begins with (`var`, `move`); undefined where there is none. */
export type Lookup = (root: string) => Value

const strict = {
  Expression: parser.configure({ top: 'Expression', strict: true }),
  List: parser.configure({ top: 'List', strict: true }),
}

/** Thrown within this file only, and caught at its doors. */
class Stop extends Error {
  constructor(
    message: string,
    readonly unknown: string | null = null,
  ) {
    super(message)
  }
}

type Place = { text: string; lookup: Lookup }

function worked<T>(text: string, top: keyof typeof strict, work: (node: SyntaxNode) => T): Worked<T> {
  if (!within(text)) return { ok: false, why: tooDeep, unknown: null }
  try {
    return { ok: true, value: work(strict[top].parse(text).topNode) }
  } catch (error) {
    if (error instanceof Stop) return { ok: false, why: error.message, unknown: error.unknown }
    return { ok: false, why: `“${text.trim()}” can’t be read as an expression.`, unknown: null }
  }
}

/** The value of an expression. Never throws. */
export const evaluateHere = (text: string, lookup: Lookup): Worked<Value> =>
  worked(text, 'Expression', node => worthOf(childrenOf(node)[0] as SyntaxNode, { text, lookup }))

/** The values of several, with commas between. Never throws. */
export const evaluateList = (text: string, lookup: Lookup): Worked<Value[]> =>
  worked(text, 'List', node => childrenOf(node).map(child => worthOf(child, { text, lookup })))

/** The names of functions that take numbers, and what they do; each within what plain arithmetic allows. */
const functions: Record<string, (...numbers: number[]) => number> = {
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
  mod: (a, b) => a - Math.floor(divided(a, b)) * b,
  pow: (a, b) => a ** b,
  radians: degrees => (degrees * Math.PI) / 180,
  round: Math.round,
  sin: Math.sin,
  sqrt: Math.sqrt,
  tan: Math.tan,
}

function divided(a: number, b: number): number {
  if (b === 0) throw new Stop('It divides by zero.')
  return a / b
}

function worthOf(node: SyntaxNode, place: Place): Value {
  const { text } = place
  const children = childrenOf(node)
  const part = (index: number): Value => worthOf(children.at(index) as SyntaxNode, place)
  const number = (index: number): number => {
    const value = part(index)
    if (value === null)
      throw new Stop(`“${textOf(children.at(index) as SyntaxNode, text)}” is null, which is no number.`)
    return numberFrom(value)
  }
  switch (node.name) {
    case 'Number':
      return Number(textOf(node, text))
    case 'Text':
      return textOf(node, text).slice(1, -1).replaceAll('""', '"')
    case 'Path':
      return required(node, place)
    case 'Grouped':
      return part(0)
    case 'Negated':
      return -number(0)
    case 'Not':
      return !truthy(part(-1))
    case 'Count': {
      const value = part(0)
      return Array.isArray(value) || isText(value) ? value.length : 0
    }
    case 'Product':
      return children[1]?.name === 'Divided' ? divided(number(0), number(-1)) : number(0) * number(-1)
    case 'Sum':
      return children[1]?.name === 'Less' ? number(0) - number(-1) : number(0) + number(-1)
    case 'Joined':
      return lower(part(0)) + lower(part(-1))
    case 'Comparison':
      return compared(part(0), part(-1), children[1]?.name ?? '')
    case 'And':
      return truthy(part(0)) && truthy(part(-1))
    case 'Or':
      return truthy(part(0)) || truthy(part(-1))
    case 'Choice':
      return truthy(part(0)) ? part(1) : part(2)
    case 'Call':
      return call(children, place)
    default:
      throw new Stop(`“${textOf(node, text)}” can’t be worked out here.`)
  }
}

/** Truth is written small in these files. */
const lower = (value: Value): string => (typeof value === 'boolean' ? String(value) : written(value))

function call([nameNode, ...given]: readonly SyntaxNode[], place: Place): Value {
  const name = textOf(nameNode as SyntaxNode, place.text)
  if (name === 'exists') {
    const path = given[0]
    if (path?.name !== 'Path') throw new Stop('exists(…) asks for a name.')
    return pathValue(path, place) !== undefined
  }
  const known = Object.hasOwn(functions, name) ? functions[name] : undefined
  if (!known) throw new Stop(`There is no function “${name}” here.`)
  return known(...given.map(each => numberFrom(worthOf(each, place))))
}

const constants: Readonly<Record<string, Value>> = { true: true, false: false, null: null, pi: Math.PI }

/** What a path leads to; undefined where it leads nowhere. */
function pathValue(node: SyntaxNode, place: Place): Value {
  const [first, ...rest] = childrenOf(node) as [SyntaxNode, ...SyntaxNode[]]
  const root = textOf(first, place.text)
  let value = Object.hasOwn(constants, root) ? constants[root] : place.lookup(root)
  for (const step of rest) {
    const inside = childrenOf(step)[0] as SyntaxNode
    const name = step.name === 'Member' ? textOf(inside, place.text) : written(worthOf(inside, place))
    value = own(value, name)
  }
  return value
}

function required(node: SyntaxNode, place: Place): Value {
  const value = pathValue(node, place)
  const whole = textOf(node, place.text)
  if (value === undefined) throw new Stop(`Nothing here says what “${whole}” is.`, whole)
  return value
}

/** Texts are compared with texts and null with everything; the rest as numbers. */
function compared(a: Value, b: Value, sign: string): boolean {
  if (sign === 'Is' || sign === 'IsNot') {
    const same = isText(a) || isText(b) || a === null || b === null ? a === b : numberFrom(a) === numberFrom(b)
    return same === (sign === 'Is')
  }
  const difference = isText(a) && isText(b) ? (a < b ? -1 : a > b ? 1 : 0) : numberFrom(a) - numberFrom(b)
  if (sign === 'Below') return difference < 0
  if (sign === 'Above') return difference > 0
  return sign === 'AtMost' ? difference <= 0 : difference >= 0
}
