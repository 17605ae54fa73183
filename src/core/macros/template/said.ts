// How an expression of a template is told with what it came to: `bed 60 < hot_bed 90`.
import { plain } from '../../format.ts'
import { Float } from '../values.ts'
import type { Node } from './parser.ts'
import { type Item, printed } from './values.ts'

/** Longer values tell nothing more. */
const mostSaid = 24

function worth(value: Item): string {
  if (typeof value === 'number') return plain(value)
  if (value instanceof Float) return plain(value.value)
  const text = printed(value)
  return text.length > mostSaid ? `${text.slice(0, mostSaid)}…` : text
}

/** The last name of a way, as `hot_bed` of `printer["gcode_macro NUMBERS"].hot_bed`. */
const nameOf = (node: Node): string =>
  node.type === 'Identifier'
    ? String(node.value)
    : node.type === 'MemberExpression'
      ? nameOf(node.property)
      : node.type === 'StringLiteral'
        ? String(node.value)
        : ''

/** `worthOf` works a part out; it may throw, and then the part is told by its name alone. */
export function said(node: Node, worthOf: (node: Node) => Item): string {
  const part = (of: Node): string => {
    switch (of.type) {
      case 'IntegerLiteral':
      case 'FloatLiteral':
        return plain(Number(of.value))
      case 'StringLiteral':
        return `“${of.value}”`
      case 'BinaryExpression':
        return `${part(of.left)} ${of.operator.value} ${part(of.right)}`
      case 'UnaryExpression':
        return `${of.operator.value} ${part(of.argument)}`
      case 'FilterExpression':
        return part(of.operand)
      default: {
        const name = nameOf(of)
        try {
          return `${name} ${worth(worthOf(of))}`.trim()
        } catch {
          return name
        }
      }
    }
  }
  return part(node)
}
