// Evaluates a slicer's formula or condition: numbers, texts, comparisons, choices.
import { isMachineNumber } from '../gcode/number.ts'
import { elementName, type Operator, plainFunction, plainIndex, readExpression, type Tree } from './expression.ts'

/** Null means unknown. */
export type Foreign = number | string | boolean | null

/**
 * Looks up a word with its index, and with the name of a list's element (`area_min[0]`; null for a word without an
 * index).
 */
export type LookUp = (word: string, index: string | null, element: string | null) => Foreign

const functions: Readonly<Record<string, (...values: number[]) => number>> = {
  min: Math.min,
  max: Math.max,
  abs: Math.abs,
  int: Math.trunc,
  integer: Math.trunc,
  trunc: Math.trunc,
  round: (value, digits = 0) => Number(`${Math.round(Number(`${value}e${digits}`))}e${-digits}`),
  floor: Math.floor,
  ceil: Math.ceil,
  ceiling: Math.ceil,
  float: value => value,
  number: value => value,
}

/** A number in the range of a machine; others count as unknown. */
const usable = (value: number): Foreign => (isMachineNumber(value) ? value : null)

const isTrue = (value: Foreign): boolean | null =>
  value === null ? null : typeof value === 'string' ? value !== '' : Boolean(value)

function worthOf(tree: Tree, lookUp: LookUp): Foreign {
  const worth = (of: Tree): Foreign => worthOf(of, lookUp)
  switch (tree.is) {
    case 'number':
      return usable(Number(tree.text))
    case 'text':
      return tree.text
    case 'truth':
      return tree.so
    case 'not': {
      const so = isTrue(worth(tree.of))
      return so === null ? null : !so
    }
    case 'negative': {
      const value = worth(tree.of)
      return typeof value === 'number' ? -value : null
    }
    case 'choice': {
      const so = isTrue(worth(tree.when))
      return so === null ? null : worth(so ? tree.yes : tree.no)
    }
    case 'call': {
      const name = plainFunction(tree.name)
      const call = Object.hasOwn(functions, name) ? functions[name] : undefined
      const values = tree.of.map(worth)
      return call && values.length > 0 && values.every(value => typeof value === 'number')
        ? usable(call(...(values as number[])))
        : null
    }
    case 'word': {
      if (tree.index.length === 0) return lookUp(tree.name, null, null)
      const [index] = tree.index
      const number = index && index.is !== 'word' ? worth(index) : null
      return lookUp(tree.name, typeof number === 'number' ? String(number) : plainIndex(index), elementName(tree))
    }
    case 'two':
      return joined(tree.operator, worth(tree.left), () => worth(tree.right))
  }
}

function joined(operator: Operator, left: Foreign, rightOf: () => Foreign): Foreign {
  if (operator === 'and' || operator === 'or') {
    const [a, b] = [isTrue(left), isTrue(rightOf())]
    const decides = operator === 'or'
    return a === decides || b === decides ? decides : a === null || b === null ? null : !decides
  }
  const right = rightOf()
  if (left === null || right === null) return null
  if (operator === '==' || operator === '!=') return same(left, right) === (operator === '==')
  const [a, b] = [Number(left), Number(right)]
  if (operator === '<' || operator === '>' || operator === '<=' || operator === '>=')
    return operator === '<' ? a < b : operator === '>' ? a > b : operator === '<=' ? a <= b : a >= b
  if (typeof left !== 'number' || typeof right !== 'number') return null
  return usable(
    operator === '+' ? a + b : operator === '-' ? a - b : operator === '*' ? a * b : operator === '/' ? a / b : a % b,
  )
}

/** A material's name contains its kind: “Plain PLA” equals “PLA”. `x == 1` is true for a true x. */
function same(left: Foreign, right: Foreign): boolean {
  if (typeof left === 'string' && typeof right === 'string') {
    const [one, other] = [left.toLowerCase(), right.toLowerCase()]
    return one.includes(other) || other.includes(one)
  }
  return typeof left === 'boolean' || typeof right === 'boolean' ? Number(left) === Number(right) : left === right
}

/** Evaluates a formula; null if a word in it is unknown, or if it can't be parsed. Never throws. */
export function workOut(formula: string, lookUp: LookUp): Foreign {
  const tree = readExpression(formula)
  return tree && worthOf(tree, lookUp)
}
