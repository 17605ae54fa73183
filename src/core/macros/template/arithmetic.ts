// Arithmetic of templates: sums and products of numbers, texts and lists, and `%` that formats a text.
import type { Kind } from '../budget.ts'
import { isText, type Value } from '../values.ts'
import { formatted } from './formats.ts'
import {
  type Item,
  isNumber,
  isStream,
  isTuple,
  isWhole,
  kindOf,
  Limitation,
  noList,
  numbered,
  Stop,
  tuple,
  worthOf,
} from './values.ts'

/** Charges made texts and values to the budget. */
export type Pay = { put: (text: string) => string; take: (kind: Kind, amount: number) => void }

export function reckon(operator: string, left: Item, right: Item, pay: Pay): Item {
  const texts = isText(left as Value) && isText(right as Value)
  if (operator === '+' && texts) return pay.put(`${left as string}${right as string}`)
  if (operator === '+' && Array.isArray(left) && Array.isArray(right)) {
    if (isStream(left) || isStream(right)) throw new Stop(noList)
    if (isTuple(left) !== isTuple(right)) throw new Stop('A list in [ ] and one in ( ) can’t be put together.')
    pay.take('values', left.length + right.length)
    return isTuple(left) ? tuple([...left, ...right]) : [...left, ...right]
  }
  if (operator === '%' && isText(left as Value)) return pay.put(formatted(left as string, right))
  if (operator === '*' && isWhole(left) && !isNumber(right)) return reckon(operator, right, left, pay)
  if (operator === '*' && Array.isArray(left) && isWhole(right)) {
    const times = Math.max(0, worthOf(right as number))
    pay.take('values', left.length * times)
    const many = Array.from({ length: times }, () => left).flat()
    return isTuple(left) ? tuple(many) : many
  }
  if (operator === '*' && isText(left as Value) && isWhole(right)) {
    const times = Math.max(0, worthOf(right as number))
    pay.take('text', (left as string).length * times)
    return (left as string).repeat(times)
  }
  if (!isNumber(left) || !isNumber(right)) {
    const odd = isNumber(left) ? right : left
    throw new Stop(
      `“${operator}” can’t be done with ${kindOf(odd)}. A parameter is a text: put |int or |float after it.`,
    )
  }
  const [a, b, whole] = [worthOf(left), worthOf(right), isWhole(left) && isWhole(right)]
  if ((operator === '/' || operator === '//' || operator === '%') && b === 0) throw new Stop('It divides by zero.')
  switch (operator) {
    case '+':
      return numbered(a + b, whole)
    case '-':
      return numbered(a - b, whole)
    case '*':
      return numbered(a * b, whole)
    case '/':
      return numbered(a / b, false)
    case '//':
      return numbered(Math.round((a - remainder(a, b)) / b), whole)
    case '%':
      return numbered(remainder(a, b), whole)
    case '**':
      return numbered(a ** b, whole && b >= 0)
    default:
      throw new Limitation(`“${operator}” is not an operator of macros.`)
  }
}

/** The remainder has the sign of the divisor. */
function remainder(a: number, b: number): number {
  const left = a % b
  return left !== 0 && left < 0 !== b < 0 ? left + b : left
}
