// Parses a slicer's formula or condition, whatever its delimiters. The tree is evaluated (foreign.ts) and translated
// (our-words.ts).
import { Reader, type Token, TooDeep, tokenizer, Unreadable } from '../expression/reader.ts'

/** A word's index is what follows it in brackets, outermost first. */
export type Tree =
  | { is: 'number'; text: string }
  | { is: 'text'; text: string }
  | { is: 'truth'; so: boolean }
  | { is: 'word'; name: string; index: readonly Tree[] }
  | { is: 'call'; name: string; of: readonly Tree[] }
  | { is: 'negative' | 'not'; of: Tree }
  | { is: 'two'; operator: Operator; left: Tree; right: Tree }
  | { is: 'choice'; when: Tree; yes: Tree; no: Tree }

export type Operator = 'or' | 'and' | '==' | '!=' | '<=' | '>=' | '<' | '>' | '+' | '-' | '*' | '/' | '%'

type Kind = 'number' | 'text' | 'word'

const tokensIn = tokenizer<Kind>({
  number: /\d+(?:\.\d*)?(?![\w.])|\.\d+(?![\w.])/,
  text: /"[^"]*"|'[^']*'/,
  word: /[A-Za-z_]\w*(?:\.[A-Za-z_]\w*)*/,
  symbol: /==|!=|<>|<=|>=|&&|\|\||[-+*/%()[\]<>!?:,=|]/,
})

/** Functions by name. Brackets after one of these contain arguments, not a tool number. */
export const functionNames: ReadonlySet<string> = new Set(
  'min max abs int integer round floor ceil ceiling trunc sqrt pow float number digits str string upper lower len length default random is_nil defined'.split(
    ' ',
  ),
)

/** `math.max` is `max`. */
export const plainFunction = (name: string): string => name.toLowerCase().replace(/^(?:math|std)\./, '')

/** Words that combine formulas and have no meaning by themselves. */
const joining = new Set(['and', 'or', 'not', 'is'])

const comparing: Readonly<Record<string, Operator>> = {
  '==': '==',
  '=': '==',
  is: '==',
  '!=': '!=',
  '<>': '!=',
  '<=': '<=',
  '>=': '>=',
  '<': '<',
  '>': '>',
}

const logical = [
  ['||', 'or'],
  ['&&', 'and'],
]
const logicalOperator: Readonly<Record<string, Operator>> = { '||': 'or', or: 'or', '&&': 'and', and: 'and' }

const arithmetic = [
  ['+', '-'],
  ['*', '/', '%'],
]

class SlicerReader extends Reader<Kind> {
  whole(): Tree {
    const tree = this.choice()
    this.needEnd()
    return tree
  }

  protected override operatorOf({ is, text }: Token<Kind>): string {
    return is === 'symbol' ? text : is === 'word' ? text.toLowerCase() : ''
  }

  private choice(): Tree {
    return this.nested(() => {
      const when = this.either()
      if (this.takeSymbol('?') === null) return when
      const yes = this.choice()
      this.needSymbol(':')
      return { is: 'choice', when, yes, no: this.choice() }
    })
  }

  private either(): Tree {
    return this.binary(
      logical,
      () => this.not(),
      (operator, left, right): Tree => ({
        is: 'two',
        operator: logicalOperator[this.operatorOf(operator)] ?? 'or',
        left,
        right,
      }),
    )
  }

  private not(): Tree {
    return this.takeSymbol('!', 'not') === null ? this.comparison() : this.nested(() => ({ is: 'not', of: this.not() }))
  }

  private comparison(): Tree {
    const left = this.sum()
    const operator = this.takeSymbol(...Object.keys(comparing))
    if (operator === null) return left
    const denied = operator === 'is' && this.takeSymbol('not') !== null
    const right = this.sum()
    return { is: 'two', operator: denied ? '!=' : (comparing[operator] ?? '=='), left, right }
  }

  private sum(): Tree {
    return this.binary(
      arithmetic,
      () => this.factor(),
      ({ text }, left, right): Tree => ({ is: 'two', operator: text as Operator, left, right }),
    )
  }

  private factor(): Tree {
    if (this.takeSymbol('-') !== null) return this.nested(() => ({ is: 'negative', of: this.factor() }))
    if (this.takeSymbol('+') !== null) return this.nested(() => this.factor())
    let tree = this.bare()
    // `word | round`: the filter on the right applies to the value on the left.
    while (this.afterNow.is === 'word' && this.takeSymbol('|') !== null) {
      const name = this.take().text
      tree = { is: 'call', name, of: [tree, ...(this.takeSymbol('(') === null ? [] : this.list())] }
    }
    return tree
  }

  private bare(): Tree {
    if (this.takeSymbol('(') !== null) {
      const tree = this.choice()
      this.needSymbol(')')
      return tree
    }
    const { is, text } = this.now
    if (is === 'word') return this.word(text)
    if (is !== 'number' && is !== 'text') this.fail()
    this.take()
    return { is, text: is === 'text' ? text.slice(1, -1) : text }
  }

  private word(name: string): Tree {
    if (joining.has(name.toLowerCase())) this.fail()
    this.take()
    if (/^(?:true|false)$/i.test(name)) return { is: 'truth', so: /^t/i.test(name) }
    if (functionNames.has(plainFunction(name)) && this.takeSymbol('(') !== null)
      return { is: 'call', name, of: this.list() }
    const index: Tree[] = []
    for (let open = this.takeSymbol('[', '('); open !== null; open = this.takeSymbol('[', '(')) {
      const inside = this.choice()
      if (open === '(' && this.takeSymbol(',') !== null) return { is: 'call', name, of: [inside, ...this.list()] }
      this.needSymbol(open === '[' ? ']' : ')')
      index.push(inside)
    }
    return { is: 'word', name, index }
  }

  /** The rest of a list in brackets, up to the closing bracket. */
  private list(): Tree[] {
    if (this.takeSymbol(')') !== null) return []
    const found = this.several(() => this.choice())
    this.needSymbol(')')
    return found
  }
}

/** Parses a formula or condition; null if it can't be parsed. Never throws. */
export function readExpression(text: string): Tree | null {
  try {
    return new SlicerReader(text, tokensIn).whole()
  } catch (error) {
    if (error instanceof Unreadable || error instanceof TooDeep) return null
    throw error
  }
}

/** All words in a tree, including those in indexes. */
export function* wordsOf(tree: Tree): Generator<Extract<Tree, { is: 'word' }>> {
  switch (tree.is) {
    case 'word':
      yield tree
      for (const index of tree.index) yield* wordsOf(index)
      return
    case 'call':
      for (const each of tree.of) yield* wordsOf(each)
      return
    case 'negative':
    case 'not':
      yield* wordsOf(tree.of)
      return
    case 'two':
      yield* wordsOf(tree.left)
      yield* wordsOf(tree.right)
      return
    case 'choice':
      for (const each of [tree.when, tree.yes, tree.no]) yield* wordsOf(each)
  }
}

/** The index of a word, if it is a single number or word; null for a formula. */
export const plainIndex = (tree: Tree | undefined): string | null =>
  tree?.is === 'number'
    ? tree.text
    : tree?.is === 'word' && tree.index.length === 0
      ? tree.name
      : tree?.is === 'text'
        ? tree.text
        : null

/** A word without its index. */
export const bareName = (word: string): string => {
  const at = word.search(/[[(]/)
  return (at < 0 ? word : word.slice(0, at)).trim()
}

/** A word with its index as one name, as a list's element is taught: `area_min[0]`. Null if the index is a formula. */
export function elementName({ name, index }: Extract<Tree, { is: 'word' }>): string | null {
  const plain = index.map(plainIndex)
  return plain.every(each => each !== null) ? name + plain.map(each => `[${each}]`).join('') : null
}
