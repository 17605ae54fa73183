// Describes an expression with its values, such as `bed 60 < hot_bed 90`.
import { plain } from '../../format.ts'
import { Float } from '../values.ts'
import type { Node } from './parser.ts'
import { asTest, grouped } from './rewrite.ts'
import { type Item, printed } from './values.ts'

/** Limit for the length of a described value. */
const maxSaid = 24

function worth(value: Item): string {
  if (typeof value === 'number') return plain(value)
  if (value instanceof Float) return plain(value.value)
  const text = printed(value)
  return text.length > maxSaid ? `${text.slice(0, maxSaid)}…` : text
}

/** The last name of a path: `hot_bed` for `printer["gcode_macro NUMBERS"].hot_bed`. */
const nameOf = (node: Node): string =>
  node.type === 'Identifier'
    ? String(node.value)
    : node.type === 'MemberExpression'
      ? nameOf(node.property)
      : node.type === 'StringLiteral'
        ? String(node.value)
        : ''

/** A path as it is written: `printer.fan.speed`; empty for other expressions. */
export function pathOf({ type, value, object, property, computed }: Node): string {
  if (type === 'Identifier') return String(value)
  if (type !== 'MemberExpression') return ''
  const member = String(property.value)
  return computed ? `${pathOf(object)}["${member}"]` : `${pathOf(object)}.${member}`
}

/** The parameter that an expression reads: `BED` for `params.BED`; null for other expressions. */
export function parameterIn(node: Node): string | null {
  const [, dotted, quoted] = /^params(?:\.(\w+)|\["(.*)"\])$/.exec(pathOf(node)) ?? []
  return dotted ?? quoted ?? null
}

/** `worthOf` evaluates a part; if it throws, the part is described by its name only. */
export function describeNode(node: Node, worthOf: (node: Node) => Item): string {
  const part = (of: Node): string => {
    switch (of.type) {
      case 'IntegerLiteral':
      case 'FloatLiteral':
        return plain(Number(of.value))
      case 'StringLiteral':
        return `“${of.value}”`
      case 'BinaryExpression':
        return `${side(of.left, of)} ${of.operator.value} ${side(of.right, of)}`
      case 'UnaryExpression':
        return `${of.operator.value}${of.operator.value === 'not' ? ' ' : ''}${part(of.argument)}`
      case 'TestExpression':
        return `${part(of.operand)} is ${of.negate ? 'not ' : ''}${of.test.value}`
      case 'FilterExpression':
        return filtered(of)
      default: {
        const name = nameOf(of)
        if (/^(?:true|false|none)$/i.test(name)) return name
        try {
          return `${name} ${worth(worthOf(of))}`.trim()
        } catch {
          return name
        }
      }
    }
  }
  /** An “or” keeps its brackets beside an “and”. */
  const side = (of: Node, within: Node): string =>
    of.type === 'BinaryExpression' && of.operator.value === 'or' && within.operator.value === 'and'
      ? `(${part(of)})`
      : part(of)
  const filtered = ({ filter, operand }: Node): string => {
    const name = String((filter.type === 'CallExpression' ? filter.callee : filter).value)
    if (name === grouped) return `(${part(operand)})`
    if (!name.startsWith(asTest)) return part(operand)
    const given = filter.type === 'CallExpression' ? ` ${filter.args.map(part).join(', ')}` : ''
    return `${part(operand)} is ${name.slice(asTest.length)}${given}`
  }
  return part(node)
}
