// Translates a call of a host's macro into our language: arguments become values, branches become guards. Example: `{%
// if params.BED|int > 80 %}` becomes `;? when bed > 80`. Anything beyond sums, comparisons and branches is left to the
// commands that ran.
import { plain } from '../format.ts'
import { type Line, textOf } from '../gcode/line.ts'
import { read } from '../gcode/read.ts'
import type { Macro } from '../macros/config.ts'
import type { Node } from '../macros/template/parser.ts'
import { treeOf } from '../macros/template/tree.ts'
import type { Value } from '../macros/values.ts'
import type { Side } from './sides.ts'

/** An expression of ours; `value` for a plain number, `simple` if it needs no brackets. */
type Ours = { text: string; value: number | null; simple: boolean }

/** Thrown for a template that can't be translated. */
class TooMuch extends Error {}

const deepestCalls = 5

/** The lines of a macro in our language; null if they can't be translated. */
export function callWithGuards(line: Line, from: Side, to: Side, depth = 0): string[] | null {
  const macro = line.command && from.stage.macros?.get(line.command.name)
  if (!macro || depth > deepestCalls || from.family.family === to.family.family) return null
  try {
    const text = new Translator(line, macro, from.stage.macros ?? new Map()).whole()
    const lines = read(text).filter(({ kind }) => kind !== 'blank')
    if (lines.some(({ kind }) => kind === 'unreadable')) return null
    const made = lines.map(each => {
      const called = each.command && from.stage.macros?.has(each.command.name)
      return called ? callWithGuards(each, from, to, depth + 1) : [each.raw.trim()]
    })
    return made.some(each => each === null) ? null : made.flatMap(each => each ?? [])
  } catch (error) {
    if (error instanceof TooMuch) return null
    throw error
  }
}

class Translator {
  private text = ''
  private depth = 0
  private readonly names = new Map<string, Ours>()
  /** Names that refer to a different macro with its variables. */
  private readonly objects = new Map<string, Readonly<Record<string, Value>>>()

  constructor(
    private readonly call: Line,
    private readonly macro: Macro,
    private readonly macros: ReadonlyMap<string, Macro>,
  ) {}

  whole(): string {
    const tree = treeOf(this.macro.gcode)
    if (!tree.ok) throw new TooMuch()
    this.all(tree.body)
    return this.text
  }

  private all(nodes: readonly Node[]): void {
    for (const node of nodes) this.one(node)
  }

  private one(node: Node): void {
    switch (node.type) {
      case 'StringLiteral':
        // The marks before each line contain its number.
        this.text += String(node.value).replace(/\uE000[^\uE000]*\uE000/g, '')
        break
      case 'Set':
        if (this.depth > 0 || node.assignee.type !== 'Identifier') throw new TooMuch()
        this.assign(String(node.assignee.value), node.value as Node)
        break
      case 'If':
        this.branch(node)
        break
      case 'Comment':
        break
      case 'For':
      case 'Macro':
      case 'Break':
      case 'Continue':
        throw new TooMuch()
      default: {
        const ours = this.expression(node)
        this.text +=
          ours.value !== null ? plain(ours.value, 4) : /^\w+$/.test(ours.text) ? `@${ours.text}` : `@(${ours.text})`
      }
    }
  }

  private assign(name: string, value: Node): void {
    const variables = this.variablesOf(value)
    if (variables) this.objects.set(name, variables)
    else this.names.set(name, this.expression(value))
  }

  /** The variables of `printer["gcode_macro NUMBERS"]`; null for other expressions. */
  private variablesOf(node: Node): Readonly<Record<string, Value>> | null {
    if (node.type === 'Identifier') return this.objects.get(String(node.value)) ?? null
    if (node.type !== 'MemberExpression' || node.object?.type !== 'Identifier' || node.object.value !== 'printer')
      return null
    const name = /^gcode_macro\s+(\S+)$/i.exec(String(node.property.value))?.[1]
    return (name && this.macros.get(name.toUpperCase())?.variables) || null
  }

  private branch(node: Node): void {
    const condition = this.condition(node.test)
    if (typeof condition === 'boolean') {
      this.all(condition ? node.body : node.alternate)
      return
    }
    // A branch within a line would split the line.
    if (this.text.slice(this.text.lastIndexOf('\n') + 1).trim() !== '') throw new TooMuch()
    this.depth++
    this.text += `\n;? when ${condition}\n`
    this.all(node.body)
    if (
      node.alternate.length > 0 &&
      node.alternate.some(each => each.type !== 'StringLiteral' || /[^\s\uE000\d]/.test(String(each.value)))
    ) {
      this.text += '\n;? otherwise\n'
      this.all(node.alternate)
    }
    this.text += '\n;? end\n'
    this.depth--
  }

  private expression(node: Node): Ours {
    switch (node.type) {
      case 'IntegerLiteral':
      case 'FloatLiteral':
      case 'NumericLiteral':
        return number(Number(node.value))
      case 'Identifier': {
        const known = this.names.get(String(node.value))
        if (!known) throw new TooMuch()
        return known
      }
      case 'MemberExpression': {
        const value = this.variablesOf(node.object)?.[String(node.property.value)]
        if (typeof value === 'number') return number(value)
        const given = this.parameter(node)
        if (!given) throw new TooMuch()
        return given
      }
      case 'BinaryExpression':
        return this.sum(node)
      case 'UnaryExpression': {
        const inner = this.expression(node.argument)
        if (node.operator.value !== '-') throw new TooMuch()
        return inner.value === null
          ? { text: `-${bracketed(inner)}`, value: null, simple: false }
          : number(-inner.value)
      }
      case 'FilterExpression':
        return this.filtered(node)
      default:
        throw new TooMuch()
    }
  }

  /** The argument for `params.BED`, or undefined. */
  private parameter(node: Node): Ours | undefined {
    const { object, property } = node
    if (object?.type !== 'Identifier' || object.value !== 'params') throw new TooMuch()
    const name = String(property.value).toUpperCase()
    const command = this.call.command
    const given = command && textOf(command, name)
    if (given === null || given === undefined) return undefined
    const text = given.trim()
    if (text !== '' && Number.isFinite(Number(text))) return number(Number(text))
    if (/^@\w+$/.test(text)) return { text: text.slice(1), value: null, simple: true }
    if (/^@\(.*\)$/.test(text)) return { text: text.slice(2, -1), value: null, simple: false }
    throw new TooMuch()
  }

  private filtered(node: Node): Ours {
    const { filter, operand } = node
    const name = String(filter.type === 'CallExpression' ? filter.callee.value : filter.value)
    if (name === 'default') {
      const given =
        operand.type === 'MemberExpression' && !this.variablesOf(operand.object)
          ? this.parameter(operand)
          : this.expression(operand)
      const standard = filter.args?.[0]
      if (given) return given
      if (!standard) throw new TooMuch()
      return this.expression(standard)
    }
    const inner = operand.type === 'ArrayLiteral' ? null : this.expression(operand)
    if (inner && (name === 'float' || name.startsWith('grouped'))) return inner
    if (inner && name === 'int') return inner.value === null ? inner : number(Math.trunc(inner.value))
    if (inner && name === 'abs')
      return inner.value === null
        ? { text: `abs(${inner.text})`, value: null, simple: true }
        : number(Math.abs(inner.value))
    if (!inner && (name === 'max' || name === 'min')) {
      const items = (operand.value as Node[]).map(each => this.expression(each))
      if (items.every(({ value }) => value !== null))
        return number(Math[name](...items.map(({ value }) => value as number)))
      return { text: `${name}(${items.map(({ text }) => text).join(', ')})`, value: null, simple: true }
    }
    throw new TooMuch()
  }

  private sum(node: Node): Ours {
    const operator = node.operator.value
    const [left, right] = [this.expression(node.left), this.expression(node.right)]
    if (!['+', '-', '*', '/'].includes(operator)) throw new TooMuch()
    if (left.value !== null && right.value !== null) {
      const [a, b] = [left.value, right.value]
      return number(operator === '+' ? a + b : operator === '-' ? a - b : operator === '*' ? a * b : a / b)
    }
    return { text: `${bracketed(left)} ${operator} ${bracketed(right)}`, value: null, simple: false }
  }

  /** A condition of ours, or its result if it contains numbers only. */
  private condition(node: Node): string | boolean {
    if (node.type === 'BinaryExpression') {
      const operator = node.operator.value
      if (operator === 'and' || operator === 'or') {
        const [left, right] = [this.condition(node.left), this.condition(node.right)]
        if (typeof left === 'boolean') return (operator === 'and') === left ? right : left
        if (typeof right === 'boolean') return (operator === 'and') === right ? left : right
        return `(${left}) ${operator} (${right})`
      }
      const comparison = comparisons[operator]
      if (!comparison) throw new TooMuch()
      const [left, right] = [this.expression(node.left), this.expression(node.right)]
      if (left.value !== null && right.value !== null) return compared(left.value, operator, right.value)
      return `${left.text} ${comparison} ${right.text}`
    }
    if (node.type === 'UnaryExpression' && node.operator.value === 'not') {
      const inner = this.condition(node.argument)
      return typeof inner === 'boolean' ? !inner : `not (${inner})`
    }
    if (node.type === 'FilterExpression' && String(node.filter.value).startsWith('grouped'))
      return this.condition(node.operand)
    const worth = this.expression(node)
    return worth.value === null ? `${worth.text} is not 0` : worth.value !== 0
  }
}

const comparisons: Readonly<Record<string, string>> = {
  '<': '<',
  '<=': '<=',
  '>': '>',
  '>=': '>=',
  '==': 'is',
  '!=': 'is not',
}

function compared(a: number, operator: string, b: number): boolean {
  switch (operator) {
    case '<':
      return a < b
    case '<=':
      return a <= b
    case '>':
      return a > b
    case '>=':
      return a >= b
    default:
      return (a === b) === (operator === '==')
  }
}

const number = (value: number): Ours => ({ text: plain(value, 6), value, simple: value >= 0 })
const bracketed = ({ text, simple }: Ours): string => (simple ? text : `(${text})`)
