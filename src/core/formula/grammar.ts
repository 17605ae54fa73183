// The grammar of what may stand in @( … ), after `;? when`, and after the `=` of a setting, as trees.
//
//   expression  Number | Text | Value | highest Name | lowest Name | Name(expression, …) | choose(condition, expression, expression)
//               | (expression) | -expression | expression * / + - expression
//   Value       Name, or Name of tool
//   tool        T0 | next | previous | first_tool
//   condition   expression < <= > >= is, is not expression | uses tool | has Name | (condition) | not condition
//               | condition and condition | condition or condition
//   setting     expression, then a unit, then from number to number
//
// Of the signs “-” before one binds closest, then * and /, then + and -; of the words “not”, then “and”, then “or”.
import { leafOf, Reader, type SyntaxNode, type Token, tokenizer, Unreadable } from '../expression/reader.ts'

export type TokenKind = 'Expression' | 'Condition' | 'Setting'

export type Kind = 'Number' | 'Text' | 'Tool' | 'Name' | 'word'

const words = 'choose of highest lowest next previous uses has not and or is from to'.split(' ')

const kinds = {
  Number: /\d+(?:\.\d*)?|\.\d+/,
  Text: /"[^\n"]*"/,
  word: new RegExp(`(?:${words.join('|')})\\b`),
  Tool: /T\d+\b/,
  Name: /[A-Za-z_]\w*/,
  symbol: /<=|>=|[-(),+*/<>]/,
}

/** A unit after a setting's number. Elsewhere these words are names. */
const unit = /mm³\/s|mm³|mm²|°C|%|mm(?:\/(?:s|min))?\b|(?:s|min)\b/y

export const tokensIn = tokenizer<Kind>(kinds)

/** The end offset of the unit at an offset of a text; the same offset if there is none. */
export function unitEnd(text: string, at: number): number {
  unit.lastIndex = at
  return at + (unit.exec(text)?.[0].length ?? 0)
}

/**
 * Parses a text; the first child of the node is the expression or condition.
 *
 * @throws {Unreadable | TooDeep}
 */
export function treeOf(text: string, kind: TokenKind): SyntaxNode {
  const reader = new FormulaReader(text, tokensIn)
  const children =
    kind === 'Setting' ? reader.setting(text) : [kind === 'Condition' ? reader.condition() : reader.expression()]
  reader.needEnd()
  return { name: kind, from: 0, to: text.length, children }
}

/** The result of parsing something that may be an expression or a condition. */
type Either = { node: SyntaxNode; truth: boolean }

const comparators: Readonly<Record<string, string>> = { '<': 'Below', '<=': 'AtMost', '>': 'Above', '>=': 'AtLeast' }

const logical = [['or'], ['and']]
const logicalNames: Readonly<Record<string, string>> = { or: 'Or', and: 'And' }

const arithmetic = [
  ['+', '-'],
  ['*', '/'],
]
const arithmeticNames: Readonly<Record<string, readonly [name: string, child?: string]>> = {
  '+': ['Sum'],
  '-': ['Sum', 'Less'],
  '*': ['Product'],
  '/': ['Product', 'Divided'],
}

class FormulaReader extends Reader<Kind> {
  expression(): SyntaxNode {
    return this.sum(false).node
  }

  condition(): SyntaxNode {
    const { node, truth } = this.either()
    return truth ? node : this.fail()
  }

  setting(text: string): SyntaxNode[] {
    const parts = [this.expression()]
    const { from } = this.now
    const to = unitEnd(text, from)
    if (to > from) {
      this.goOn(text, to)
      parts.push({ name: 'Unit', from, to, children: [] })
    }
    const rangeFrom = this.now.from
    if (this.word('from')) {
      this.number()
      if (!this.word('to')) this.fail()
      this.number()
      parts.push(this.node('Range', rangeFrom, []))
    }
    return parts
  }

  private number(): void {
    this.takeSymbol('-')
    this.leaf('Number')
  }

  private word(word: string): SyntaxNode | null {
    return this.isNext(word) ? this.leaf('word', word) : null
  }

  protected override operatorOf({ is, text }: Token<Kind>): string {
    return is === 'symbol' || is === 'word' ? text : ''
  }

  private either(): Either {
    return this.binary(
      logical,
      () => this.one(),
      (operator, left, right, start) => {
        if (!left.truth) throw new Unreadable(operator.from)
        if (!right.truth) this.fail()
        const { text } = operator
        const children = [left.node, leafOf(text, operator), right.node]
        return { node: this.node(logicalNames[text] ?? text, start, children), truth: true }
      },
    )
  }

  private one(): Either {
    const { from } = this.now
    const made = (name: string, ...children: readonly SyntaxNode[]) => ({
      node: this.node(name, from, children),
      truth: true,
    })
    const not = this.word('not')
    if (not) {
      const { node, truth } = this.nested(() => this.one())
      return truth ? made('Not', not, node) : this.fail()
    }
    const uses = this.word('uses')
    if (uses) return made('Uses', uses, this.tool())
    const has = this.word('has')
    if (has) return made('Has', has, this.leaf('Name'))
    const left = this.sum(true)
    if (left.truth) return left
    const comparator = this.comparator()
    return comparator ? made('Comparison', left.node, comparator, this.expression()) : left
  }

  private comparator(): SyntaxNode | null {
    const { from } = this.now
    if (this.word('is')) {
      const not = this.word('not')
      return this.node(not ? 'IsNot' : 'Is', from, [])
    }
    const operator = this.takeSymbol(...Object.keys(comparators))
    return operator === null ? null : this.node(comparators[operator] ?? operator, from, [])
  }

  /** Brackets may contain a condition where one is allowed, which is known only after them. */
  private sum(truthToo: boolean): Either {
    // Only the first operand: a condition can't be added to anything.
    let mayBeTruth = truthToo
    return this.binary(
      arithmetic,
      () => {
        const operand = this.operand(mayBeTruth)
        mayBeTruth = false
        return operand
      },
      (operator, left, right, start) => {
        if (left.truth) throw new Unreadable(operator.from)
        const [name, child] = arithmeticNames[operator.text] ?? ['']
        const middle = child ? [leafOf(child, operator)] : []
        return { node: this.node(name, start, [left.node, ...middle, right.node]), truth: false }
      },
    )
  }

  private operand(truthToo: boolean): Either {
    const { from } = this.now
    if (this.takeSymbol('(') !== null) {
      const { node, truth } = this.nested(() => (truthToo ? this.either() : this.sum(false)))
      this.needSymbol(')')
      return { node: this.node(truth ? 'AllGrouped' : 'Grouped', from, [node]), truth }
    }
    return { node: this.plain(), truth: false }
  }

  /** An operand that does not start with a bracket. */
  private plain(): SyntaxNode {
    const { is, from } = this.now
    if (this.takeSymbol('-') !== null) return this.nested(() => this.node('Negated', from, [this.operand(false).node]))
    if (is === 'Number' || is === 'Text') return this.leaf(is)
    const aggregate = this.word('highest') ?? this.word('lowest')
    if (aggregate) return this.node('Aggregate', from, [aggregate, this.leaf('Name')])
    const choose = this.word('choose')
    if (choose) {
      this.needSymbol('(')
      const when = this.nested(() => this.condition())
      this.needSymbol(',')
      const so = this.nested(() => this.expression())
      this.needSymbol(',')
      const otherwise = this.nested(() => this.expression())
      this.needSymbol(')')
      return this.node('Choose', from, [choose, when, so, otherwise])
    }
    const name = this.leaf('Name')
    if (this.takeSymbol('(') !== null) {
      const given = this.several(() => this.nested(() => this.expression()))
      this.needSymbol(')')
      return this.node('Call', from, [name, ...given])
    }
    const of = this.word('of')
    return this.node('Value', from, of ? [name, of, this.tool()] : [name])
  }

  private tool(): SyntaxNode {
    const seen = this.word('next') ?? this.word('previous')
    if (seen) return seen
    if (this.now.is === 'Tool') return this.leaf('Tool')
    return this.now.text === 'first_tool' ? this.leaf('Name', 'FirstTool') : this.fail()
  }
}
