// The grammar of what may stand in { … } and behind `if`, `while`, `set` in the macro files of a board, as trees.
//
//   expression  Number | Text | Path | held | held[expression]… | -expression | !expression, not expression | #expression
//               | expression * / + - < <= > >= == = != && & and || | or ^ expression | expression ? expression : expression
//   Path        Name, then .Name and [expression] as often as wanted
//   held        Name(expression, …) | (expression) | {expression} | {expression, …} with a comma at its end where it has one item
//
// From the closest to the loosest: what stands before one, * /, + -, comparisons, “and” and “or” alike, ^, and ? : from the right.
import { leafOf, Reader, type SyntaxNode, type Token, tokenizer } from '../expression/reader.ts'

type Kind = 'Number' | 'Text' | 'Name'

const kinds = {
  Number: /0[xX][\da-fA-F]+|0[bB][01]+|(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?/,
  Text: /"(?:[^"]|"")*"|'[^']*'/,
  Name: /[A-Za-z_]\w*/,
  symbol: /<=|>=|==|!=|&&|\|\||[-(){}[\],.+*/^#<>=!&|?:]/,
}

const tokensIn = tokenizer<Kind>(kinds)

/** Binary operators: the node's name, and its child if that distinguishes operators. */
const binaryNames: Readonly<Record<string, readonly [name: string, child?: string]>> = {
  '^': ['Joined'],
  '&&': ['And'],
  '&': ['And'],
  and: ['And'],
  '||': ['Or'],
  '|': ['Or'],
  or: ['Or'],
  '<': ['Comparison', 'Below'],
  '<=': ['Comparison', 'AtMost'],
  '>': ['Comparison', 'Above'],
  '>=': ['Comparison', 'AtLeast'],
  '==': ['Comparison', 'Is'],
  '=': ['Comparison', 'Is'],
  '!=': ['Comparison', 'IsNot'],
  '+': ['Sum'],
  '-': ['Sum', 'Less'],
  '*': ['Product'],
  '/': ['Product', 'Divided'],
}

const levels = [
  ['^'],
  ['&&', '&', 'and', '||', '|', 'or'],
  ['<', '<=', '>', '>=', '==', '=', '!='],
  ['+', '-'],
  ['*', '/'],
]

const before: Readonly<Record<string, string>> = { '-': 'Negated', '!': 'Not', not: 'Not', '#': 'Count' }

/** Words that are operators, not names. */
const words = ['and', 'or', 'not']

/**
 * Parses one expression, or several with commas between them as children of the top node.
 *
 * @throws {Unreadable | TooDeep}
 */
export function treeOf(text: string, top: 'Expression' | 'Several'): SyntaxNode {
  const reader = new ExpressionReader(text, tokensIn)
  const children = top === 'Several' ? reader.several(() => reader.expression()) : [reader.expression()]
  reader.needEnd()
  return { name: top, from: 0, to: text.length, children }
}

class ExpressionReader extends Reader<Kind> {
  expression(): SyntaxNode {
    return this.nested(() => {
      const { from } = this.now
      const condition = this.binary(
        levels,
        () => this.operand(),
        (operator, left, right, start) => {
          const [name, child] = binaryNames[operator.text] ?? ['']
          const middle = child ? [leafOf(child, operator)] : []
          return this.node(name, start, [left, ...middle, right])
        },
      )
      if (this.takeSymbol('?') === null) return condition
      const so = this.expression()
      this.needSymbol(':')
      return this.node('Choice', from, [condition, so, this.expression()])
    })
  }

  protected override operatorOf({ is, text }: Token<Kind>): string {
    return is === 'symbol' || (is === 'Name' && words.includes(text)) ? text : ''
  }

  private operand(): SyntaxNode {
    const { is, from } = this.now
    const prefix = this.takeSymbol(...Object.keys(before))
    if (prefix !== null) return this.nested(() => this.node(before[prefix] ?? '', from, [this.operand()]))
    if (is === 'Number' || is === 'Text') return this.leaf(is)
    const held = this.held()
    if (held.name === 'Path') return this.node('Path', from, [...held.children, ...this.steps(true)])
    const items = this.steps(false)
    return items.length > 0 ? this.node('Indexed', from, [held, ...items]) : held
  }

  private name(): SyntaxNode {
    return words.includes(this.now.text) ? this.fail() : this.leaf('Name')
  }

  /** Members and indexes of a path, or indexes only. */
  private steps(membersToo: boolean): SyntaxNode[] {
    const steps: SyntaxNode[] = []
    for (;;) {
      const { from } = this.now
      if (membersToo && this.takeSymbol('.') !== null) steps.push(this.node('Member', from, [this.name()]))
      else if (this.takeSymbol('[') !== null) {
        const inside = this.expression()
        this.needSymbol(']')
        steps.push(this.node('Item', from, [inside]))
      } else return steps
    }
  }

  /** A call, a list, or an expression in brackets; otherwise the first name of a path. */
  private held(): SyntaxNode {
    const { from } = this.now
    if (this.takeSymbol('(') !== null) {
      const inside = this.expression()
      this.needSymbol(')')
      return this.node('Grouped', from, [inside])
    }
    if (this.takeSymbol('{') !== null) {
      const items = [this.expression()]
      let list = false
      while (this.takeSymbol(',') !== null) {
        list = true
        if (this.isNext('}')) break
        items.push(this.expression())
      }
      this.needSymbol('}')
      return this.node(list ? 'List' : 'Grouped', from, items)
    }
    const name = this.name()
    if (this.takeSymbol('(') === null) return this.node('Path', from, [name])
    const given = this.several(() => this.expression())
    this.needSymbol(')')
    return this.node('Call', from, [name, ...given])
  }
}
