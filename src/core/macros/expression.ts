// Evaluates the expressions of macro files: `{var.length * 2}`, `if move.axes[2].homed && param.S > 40`.
import { type SyntaxNode, TooDeep, textOf, Unreadable } from '../expression/reader.ts'
import { isMachineNumber } from '../gcode/number.ts'
import { treeOf } from './expression-grammar.ts'
import { callFunction, divided, numberOf, Stop } from './functions.ts'
import { isGroup, isText, numberFrom, own, truthy, type Value, written } from './values.ts'

/** `unknown` is a name without a value: a variable that was never made, or a fact that a rehearsal can't know. */
export type Worked<T> = { ok: true; value: T } | { ok: false; why: string; unknown: string | null }

/** Looks up the first name of a path (`var`, `move`); undefined if there is none. */
export type Lookup = (root: string) => Value

type Place = { text: string; lookup: Lookup }

function worked<T>(text: string, top: Parameters<typeof treeOf>[1], work: (node: SyntaxNode) => T): Worked<T> {
  try {
    return { ok: true, value: work(treeOf(text, top)) }
  } catch (error) {
    if (error instanceof Stop) return { ok: false, why: error.message, unknown: error.unknown }
    if (error instanceof TooDeep) return { ok: false, why: error.message, unknown: null }
    if (error instanceof Unreadable)
      return { ok: false, why: `“${text.trim()}” can’t be read as an expression.`, unknown: null }
    throw error
  }
}

/** Evaluates an expression. Never throws. */
export const evaluateHere = (text: string, lookup: Lookup): Worked<Value> =>
  worked(text, 'Expression', node => finite(worthOf(node.children[0] as SyntaxNode, { text, lookup }), text))

/** Evaluates several expressions with commas between them. Never throws. */
export const evaluateList = (text: string, lookup: Lookup): Worked<Value[]> =>
  worked(text, 'Several', node => node.children.map(child => finite(worthOf(child, { text, lookup }), text)))

function finite(value: Value, text: string): Value {
  if (Array.isArray(value)) return value.map(each => finite(each, text))
  if (typeof value === 'number' && !isMachineNumber(value))
    throw new Stop(`“${text.trim().slice(0, 60)}” is not a number that a machine can use.`)
  return value
}

function worthOf(node: SyntaxNode, place: Place): Value {
  const { text } = place
  const children = node.children
  const part = (index: number): Value => worthOf(children.at(index) as SyntaxNode, place)
  const number = (index: number): number => numberOf(part(index), textOf(children.at(index) as SyntaxNode, text))
  switch (node.name) {
    case 'Number':
      return Number(textOf(node, text))
    case 'Text': {
      const quoted = textOf(node, text)
      return quoted.startsWith("'") ? quoted.slice(1, -1) : quoted.slice(1, -1).replaceAll('""', '"')
    }
    case 'List':
      return children.map(child => worthOf(child, place))
    case 'Indexed':
      return items(part(0), children.slice(1), node, place)
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
      return shown(part(0)) + shown(part(-1))
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
      throw new Stop(`“${textOf(node, text)}” can’t be calculated here.`)
  }
}

/** Formats a value as the board writes it into a message. */
export function shown(value: Value): string {
  if (typeof value === 'boolean') return String(value)
  if (value === null || value === undefined) return 'null'
  return Array.isArray(value) ? `{${value.map(shown).join(',')}}` : isGroup(value) ? '…' : written(value)
}

function call([nameNode, ...given]: readonly SyntaxNode[], place: Place): Value {
  const name = textOf(nameNode as SyntaxNode, place.text)
  if (name === 'exists') {
    const path = given[0]
    if (path?.name !== 'Path') throw new Stop('exists(…) asks for a name.')
    return pathValue(path, place) !== undefined
  }
  return callFunction(
    name,
    given.map(each => worthOf(each, place)),
    given.map(each => textOf(each, place.text)),
  )
}

const constants: Readonly<Record<string, Value>> = { true: true, false: false, null: null, pi: Math.PI }

/** The value of a path; undefined if it leads nowhere. */
function pathValue(node: SyntaxNode, place: Place): Value {
  const [first, ...rest] = node.children as [SyntaxNode, ...SyntaxNode[]]
  const root = textOf(first, place.text)
  const value = Object.hasOwn(constants, root) ? constants[root] : place.lookup(root)
  return stepped(value, rest, place)
}

/** Follows members and indexes from a value; undefined if they lead nowhere. */
const stepped = (from: Value, steps: readonly SyntaxNode[], place: Place): Value =>
  steps.reduce((value, step) => {
    const inside = step.children[0] as SyntaxNode
    const name = step.name === 'Member' ? textOf(inside, place.text) : written(worthOf(inside, place))
    return own(value, name)
  }, from)

function items(from: Value, steps: readonly SyntaxNode[], node: SyntaxNode, place: Place): Value {
  const value = stepped(from, steps, place)
  const whole = textOf(node, place.text)
  if (value === undefined) throw new Stop(`“${whole}” does not exist: the list is not that long.`)
  return single(value, whole)
}

function required(node: SyntaxNode, place: Place): Value {
  const value = pathValue(node, place)
  const whole = textOf(node, place.text)
  if (value === undefined) throw new Stop(`Nothing here defines “${whole}” is.`, whole)
  return single(value, whole)
}

/** A value to calculate with. A group such as `global` or `move.axes[0]` is refused: it has no value of its own. */
function single(value: Value, text: string): Value {
  if (isGroup(value)) throw new Stop(`“${text}” is a group of values. Name one of them, as in “${text}.name”.`)
  return value
}

/** Compares texts with texts, null with anything, and everything else as numbers. */
function compared(a: Value, b: Value, operator: string): boolean {
  if (operator === 'Is' || operator === 'IsNot') {
    const same = isText(a) || isText(b) || a === null || b === null ? a === b : numberFrom(a) === numberFrom(b)
    return same === (operator === 'Is')
  }
  const difference = isText(a) && isText(b) ? (a < b ? -1 : a > b ? 1 : 0) : numberFrom(a) - numberFrom(b)
  if (operator === 'Below') return difference < 0
  if (operator === 'Above') return difference > 0
  return operator === 'AtMost' ? difference <= 0 : difference >= 0
}
