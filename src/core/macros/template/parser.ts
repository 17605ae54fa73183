// The parser of the template language comes from a package. It returns a tree, which our own code evaluates with
// limited steps and plain data only.
import { parse as parseTokens } from '@huggingface/jinja'

export type TokenType =
  | 'Text'
  | 'NumericLiteral'
  | 'StringLiteral'
  | 'Identifier'
  | 'Equals'
  | 'OpenParen'
  | 'CloseParen'
  | 'OpenStatement'
  | 'CloseStatement'
  | 'OpenExpression'
  | 'CloseExpression'
  | 'OpenSquareBracket'
  | 'CloseSquareBracket'
  | 'OpenCurlyBracket'
  | 'CloseCurlyBracket'
  | 'Comma'
  | 'Dot'
  | 'Colon'
  | 'Pipe'
  | 'AdditiveBinaryOperator'
  | 'MultiplicativeBinaryOperator'
  | 'ExponentiationBinaryOperator'
  | 'ComparisonBinaryOperator'
  | 'UnaryOperator'

export class Token {
  constructor(
    readonly value: string,
    readonly type: TokenType,
  ) {}
}

/** A token with its first line in the template, from 1. */
export type Placed = Token & { line: number }

/** A node of the tree, reduced to the properties used here; its type decides which of them exist. */
export type Node = {
  type: string
  value: unknown
  body: Node[]
  test: Node
  alternate: Node[]
  loopvar: Node
  iterable: Node
  defaultBlock: Node[]
  assignee: Node
  name: Node
  args: Node[]
  object: Node
  property: Node
  computed: boolean
  callee: Node
  operator: { value: string }
  left: Node
  right: Node
  operand: Node
  filter: Node
  lhs: Node
  negate: boolean
  argument: Node
  start: Node | undefined
  stop: Node | undefined
  step: Node | undefined
  key: Node
  condition: Node
  trueExpr: Node
  falseExpr: Node
}

/** Parses tokens. Throws if they do not fit together; `reached` then reports how far it came. */
export function parse(tokens: readonly Token[], reached: (index: number) => void): Node {
  let furthest = 0
  const watched = new Proxy(tokens as Token[], {
    get(target, key, receiver) {
      const index = typeof key === 'string' ? Number(key) : Number.NaN
      if (index > furthest && index < target.length) {
        furthest = index
        reached(index)
      }
      return Reflect.get(target, key, receiver)
    },
  })
  return parseTokens(watched as never) as unknown as Node
}
