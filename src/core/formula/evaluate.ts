// Evaluates formulas and conditions: numbers with units, with values looked up in a scope.

import { type SyntaxNode, textOf } from '../expression/reader.ts'
import { isMachineNumber } from '../gcode/number.ts'
import { type Flaw, parse, type Sort } from './syntax.ts'

/** Empty for a plain number, which is compatible with any unit. */
export type Unit = '' | 'mm' | '°C' | 's' | 'min' | '%' | 'mm/s' | 'mm/min' | 'mm²' | 'mm³' | 'mm³/s'
export type Quantity = { value: number; unit: Unit }

/** A value that is not available: unknown, or without meaning at this moment or in this job. */
export type Missing = { missing: 'unknown' | 'not-now'; why: string }

/** The tool of a value: by number, or relative to a tool change. */
export type ToolName = number | 'next' | 'previous' | 'first'

export type Scope = {
  /** A value, or a tool's value. */
  value: (name: string, tool: ToolName | null) => Quantity | Missing
  /** A value for each tool that the job uses. */
  ofEachTool: (name: string) => Quantity[] | Missing
  /** A text value, such as the material's name; undefined if there is no such text, or why it is not available now. */
  text: (name: string, of: ToolName | null) => string | Missing | undefined
  uses: (tool: ToolName) => boolean
  has: (feature: string) => boolean
}

export type Result<T> = { ok: true; value: T } | ({ ok: false; missing: Missing['missing'] | null } & Flaw)

/** Used within this file only; never leaves it. */
class Stop extends Error {
  constructor(
    readonly flaw: Flaw,
    readonly missing: Missing['missing'] | null = null,
  ) {
    super(flaw.why)
  }
}

type Place = { text: string; scope: Scope }

function guarded<T>(text: string, kind: Sort, work: (node: SyntaxNode) => T): Result<T> {
  const parsed = parse(text, kind)
  if (!parsed.ok) return { ...parsed, missing: null }
  try {
    return { ok: true, value: work(parsed.node) }
  } catch (stop) {
    if (stop instanceof Stop) return { ok: false, ...stop.flaw, missing: stop.missing }
    throw stop
  }
}

/** Evaluates an expression such as `first_layer + 0.2`. Never throws; an error has its offset in the text. */
export const evaluate = (text: string, scope: Scope): Result<Quantity> =>
  guarded(text, 'Expression', node => quantity(node.children[0] as SyntaxNode, { text, scope }))

/** Evaluates a condition such as `highest bed > 85 and not has chamber`. */
export const holds = (text: string, scope: Scope): Result<boolean> =>
  guarded(text, 'Condition', node => truth(node.children[0] as SyntaxNode, { text, scope }))

export type SettingValue = Quantity & { range: readonly [number, number] | null }

/**
 * Evaluates the right side of a setting: `32 mm from 10 to 60`. A written unit must match the unit of the expression.
 */
export const settingValue = (text: string, scope: Scope): Result<SettingValue> =>
  guarded(text, 'Setting', node => {
    const [expression, ...rest] = node.children as [SyntaxNode, ...SyntaxNode[]]
    const { value, unit } = quantity(expression, { text, scope })
    const unitNode = rest.find(({ name }) => name === 'Unit')
    const written = (unitNode ? textOf(unitNode, text) : unit) as Unit
    if (unitNode && unit !== '' && unit !== written) stop(unitNode, `It is in ${unit}, not in ${written}.`)
    const range = rest.find(({ name }) => name === 'Range')
    const [low, high] = (range ? textOf(range, text).match(/(?:-\s{0,9})?(?:\d[\d.]*|\.\d+)/g) : null) ?? []
    return {
      value,
      unit: written,
      range: low && high ? [Number(low.replace(/\s/g, '')), Number(high.replace(/\s/g, ''))] : null,
    }
  })

function stop(node: SyntaxNode, why: string, missing: Missing['missing'] | null = null): never {
  throw new Stop({ why, from: node.from, to: node.to }, missing)
}

function known<T>(node: SyntaxNode, found: T | Missing): T {
  if (typeof found === 'object' && found !== null && 'missing' in found) stop(node, found.why, found.missing)
  return found as T
}

function quantity(node: SyntaxNode, place: Place): Quantity {
  const found = anyQuantity(node, place)
  if (!isMachineNumber(found.value))
    stop(node, `“${textOf(node, place.text).slice(0, 60)}” is a larger number than machines accept.`)
  return found
}

function anyQuantity(node: SyntaxNode, place: Place): Quantity {
  const { text, scope } = place
  const children = node.children
  const operand = (index: number) => quantity(children[index] as SyntaxNode, place)
  switch (node.name) {
    case 'Text':
      return stop(node, `${textOf(node, text)} is a text, and no number.`)
    case 'Number':
      return { value: Number(textOf(node, text)), unit: '' }
    case 'Grouped':
      return operand(0)
    case 'Negated': {
      const { value, unit } = operand(0)
      return { value: -value, unit }
    }
    case 'Value': {
      const tool = children.length > 1 ? toolOf(children.at(-1) as SyntaxNode, text) : null
      if (scope.text(textOf(children[0] as SyntaxNode, text), tool) !== undefined)
        stop(node, `“${textOf(node, text)}” is a text. It can be compared with a text in quotes.`)
      return known(node, scope.value(textOf(children[0] as SyntaxNode, text), tool))
    }
    case 'Aggregate': {
      const all = known(node, scope.ofEachTool(textOf(children[1] as SyntaxNode, text)))
      const values = all.map(({ value }) => value)
      const highest = children[0]?.name === 'highest'
      return { value: highest ? Math.max(...values) : Math.min(...values), unit: all[0]?.unit ?? '' }
    }
    case 'Call':
      return call(node, children, place)
    case 'Choose': {
      const [condition, so, otherwise] = children.slice(1) as [SyntaxNode, SyntaxNode, SyntaxNode]
      return quantity(truth(condition, place) ? so : otherwise, place)
    }
    case 'Sum': {
      const less = children[1]?.name === 'Less'
      const [a, b] = [operand(0), operand(children.length - 1)]
      return { value: less ? a.value - b.value : a.value + b.value, unit: sameUnit(node, [a, b], place) }
    }
    case 'Product': {
      const divided = children[1]?.name === 'Divided'
      const [a, b] = [operand(0), operand(children.length - 1)]
      if (divided && b.value === 0) stop(node, `“${textOf(node, text)}” divides by zero.`)
      const value = divided ? a.value / b.value : a.value * b.value
      return { value, unit: turned(a, b, divided) ?? productUnit(a.unit, b.unit, divided) }
    }
    default:
      return stop(node, `“${textOf(node, text)}” is not a number.`)
  }
}

/** Conversions that people write: minutes times 60 are seconds. Undefined for other products. */
function turned(a: Quantity, b: Quantity, divided: boolean): Unit | undefined {
  const [number, of] = b.unit === '' ? [b.value, a.unit] : a.unit === '' && !divided ? [a.value, b.unit] : [0, '']
  return turns.find(each => each.by === number && each.divided === divided && each.from === of)?.to
}

const turns: readonly { from: Unit; by: number; divided: boolean; to: Unit }[] = [
  { from: 'min', by: 60, divided: false, to: 's' },
  { from: 's', by: 60, divided: true, to: 'min' },
  { from: 'mm/s', by: 60, divided: false, to: 'mm/min' },
  { from: 'mm/min', by: 60, divided: true, to: 'mm/s' },
  // There is no unit for milliseconds.
  { from: 's', by: 1000, divided: false, to: '' },
  { from: 'min', by: 60_000, divided: false, to: '' },
]

/**
 * The unit of a product or quotient: a unit and a plain number keep the unit; a unit divided by itself is plain; length
 * times length is an area; everything else is plain.
 */
function productUnit(a: Unit, b: Unit, divided: boolean): Unit {
  if (b === '') return a
  if (divided) return ''
  if (a === '') return b
  return a === 'mm' && b === 'mm' ? 'mm²' : ''
}

/** The common unit of quantities that are added or compared; plain numbers fit any unit. */
function sameUnit(node: SyntaxNode, quantities: readonly Quantity[], { text }: Place): Unit {
  const units = [...new Set(quantities.map(({ unit }) => unit).filter(unit => unit !== ''))]
  if (units.length > 1) stop(node, `“${textOf(node, text)}” combines ${units[0]} and ${units[1]}.`)
  return units[0] ?? ''
}

const functions: Record<string, { takes: readonly [number, number]; work: (...values: number[]) => number }> = {
  min: { takes: [1, 20], work: Math.min },
  max: { takes: [1, 20], work: Math.max },
  round: { takes: [1, 1], work: Math.round },
  floor: { takes: [1, 1], work: Math.floor },
  ceil: { takes: [1, 1], work: Math.ceil },
  abs: { takes: [1, 1], work: Math.abs },
  remainder: { takes: [2, 2], work: remainder },
  clamp: {
    takes: [3, 3],
    work: (value, low, high) => Math.min(Math.max(value as number, low as number), high as number),
  },
}
/** The remainder of a division, never negative: 7 by 3 gives 1, and −1 by 3 gives 2. */
function remainder(value = 0, by = 0): number {
  return value - by * Math.floor(value / by)
}

export const functionNames: readonly string[] = Object.keys(functions)

function call(node: SyntaxNode, children: readonly SyntaxNode[], place: Place): Quantity {
  const [nameNode, ...given] = children as [SyntaxNode, ...SyntaxNode[]]
  const name = textOf(nameNode, place.text)
  const known = Object.hasOwn(functions, name) ? functions[name] : undefined
  if (!known) return stop(nameNode, `There is no function “${name}”; there are ${functionNames.join(', ')}.`, 'unknown')
  const [least, max] = known.takes
  if (given.length < least || given.length > max)
    stop(node, `“${name}” takes ${least === max ? least : `${least} to ${max}`} numbers, and has ${given.length}.`)
  const quantities = given.map(each => quantity(each, place))
  if (name === 'remainder' && quantities[1]?.value === 0) stop(node, `“${textOf(node, place.text)}” divides by zero.`)
  return { value: known.work(...quantities.map(({ value }) => value)), unit: sameUnit(node, quantities, place) }
}

const toolOf = (node: SyntaxNode, text: string): ToolName =>
  node.name === 'Tool'
    ? Number(textOf(node, text).slice(1))
    : node.name === 'FirstTool'
      ? 'first'
      : (node.name as 'next' | 'previous')

/** The text value of a node, quoted or by name; null for a number. */
function textAt(node: SyntaxNode, { text, scope }: Place): string | null {
  if (node.name === 'Text') return textOf(node, text).slice(1, -1)
  if (node.name !== 'Value') return null
  const [name, , tool] = node.children
  const found = scope.text(textOf(name as SyntaxNode, text), tool ? toolOf(tool, text) : null) ?? null
  return found === null || typeof found === 'string' ? found : known<string>(node, found)
}

/** Texts are equal regardless of case and outer blanks. */
const sameText = (one: string, other: string): boolean => one.trim().toLowerCase() === other.trim().toLowerCase()

/** Numbers closer than this are equal, so that 0.1 + 0.2 is 0.3. */
const near = 1e-9

function truth(node: SyntaxNode, place: Place): boolean {
  const { text, scope } = place
  const children = node.children
  const part = (index: number) => truth(children[index] as SyntaxNode, place)
  switch (node.name) {
    case 'AllGrouped':
      return part(0)
    case 'Not':
      return !part(1)
    case 'And':
      return part(0) && part(children.length - 1)
    case 'Or':
      return part(0) || part(children.length - 1)
    case 'Uses':
      return scope.uses(toolOf(children[1] as SyntaxNode, text))
    case 'Has':
      return scope.has(textOf(children[1] as SyntaxNode, text))
    case 'Comparison': {
      const [left, right] = [children[0], children.at(-1)].map(each => textAt(each as SyntaxNode, place))
      const comparator = children[1]?.name
      if (left != null || right != null) {
        if (left == null || right == null)
          return stop(node, `“${textOf(node, text)}” compares a text with a number. A text stands in quotes.`)
        if (comparator !== 'Is' && comparator !== 'IsNot')
          return stop(node, `“${textOf(node, text)}”: texts can only be equal or different.`)
        return sameText(left, right) === (comparator === 'Is')
      }
      const [a, b] = [quantity(children[0] as SyntaxNode, place), quantity(children.at(-1) as SyntaxNode, place)]
      sameUnit(node, [a, b], place)
      return compare(a.value - b.value, children[1]?.name ?? '')
    }
    default:
      return stop(node, `“${textOf(node, text)}” is not a condition.`)
  }
}

function compare(difference: number, comparator: string): boolean {
  const equal = Math.abs(difference) < near
  if (comparator === 'Is') return equal
  if (comparator === 'IsNot') return !equal
  if (comparator === 'Below') return difference < 0 && !equal
  if (comparator === 'Above') return difference > 0 && !equal
  return equal || (comparator === 'AtMost' ? difference < 0 : difference > 0)
}
