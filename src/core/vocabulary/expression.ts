// Parses a slicer's formula or condition, whatever its delimiters. The tree is evaluated (foreign.ts) and translated
// (our-words.ts).

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

const token =
  /\s*(?:(\d+(?:\.\d*)?(?![\w.])|\.\d+(?![\w.]))|"([^"]*)"|'([^']*)'|([A-Za-z_]\w*(?:\.[A-Za-z_]\w*)*)|(==|!=|<>|<=|>=|&&|\|\||[-+*/%()[\]<>!?:,=|]))/y

type Token = { kind: 'number' | 'text' | 'word' | 'symbol'; text: string }

function tokensOf(text: string): Token[] | null {
  const tokens: Token[] = []
  token.lastIndex = 0
  while (token.lastIndex < text.length) {
    if (/^\s*$/.test(text.slice(token.lastIndex))) break
    const found = token.exec(text)
    if (!found) return null
    const [, number, double, single, word, operator] = found
    tokens.push(
      number !== undefined
        ? { kind: 'number', text: number }
        : word !== undefined
          ? { kind: 'word', text: word }
          : operator !== undefined
            ? { kind: 'symbol', text: operator }
            : { kind: 'text', text: double ?? single ?? '' },
    )
  }
  return tokens
}

/** Functions by name. Brackets after one of these contain arguments, not a tool number. */
export const functionNames: ReadonlySet<string> = new Set(
  'min max abs int integer round floor ceil ceiling trunc sqrt pow float number digits str string upper lower len length default random is_nil defined'.split(
    ' ',
  ),
)

/** `math.max` is `max`. */
export const plainFunction = (name: string): string => name.toLowerCase().replace(/^(?:math|std)\./, '')

/** Words that combine formulas and have no meaning by themselves. */
const joining = new Set(['and', 'or', 'not', 'is', 'true', 'false'])

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

/** Limit for nested brackets. */
const deepest = 60

/** Used within this file only: the text can't be parsed. */
class Unreadable extends Error {}

class Reader {
  private at = 0
  private depth = 0
  constructor(private readonly tokens: readonly Token[]) {}

  whole(): Tree {
    const tree = this.choice()
    return this.at === this.tokens.length ? tree : this.stop()
  }

  private stop(): never {
    throw new Unreadable()
  }

  private take(...operators: readonly string[]): string | null {
    const now = this.tokens[this.at]
    if (!now || now.kind === 'number' || now.kind === 'text') return null
    const text = now.kind === 'word' ? now.text.toLowerCase() : now.text
    if (!operators.includes(text)) return null
    this.at++
    return text
  }

  private deeper<T>(read: () => T): T {
    if (++this.depth > deepest) this.stop()
    const found = read()
    this.depth--
    return found
  }

  private choice(): Tree {
    return this.deeper(() => {
      const when = this.or()
      if (!this.take('?')) return when
      const yes = this.choice()
      if (!this.take(':')) this.stop()
      return { is: 'choice', when, yes, no: this.choice() }
    })
  }

  private or(): Tree {
    let left = this.and()
    while (this.take('||', 'or')) left = { is: 'two', operator: 'or', left, right: this.and() }
    return left
  }

  private and(): Tree {
    let left = this.not()
    while (this.take('&&', 'and')) left = { is: 'two', operator: 'and', left, right: this.not() }
    return left
  }

  private not(): Tree {
    return this.take('!', 'not') ? this.deeper(() => ({ is: 'not', of: this.not() })) : this.comparison()
  }

  private comparison(): Tree {
    const left = this.sum()
    const operator = this.take(...Object.keys(comparing))
    if (!operator) return left
    const denied = operator === 'is' && this.take('not')
    const right = this.sum()
    return { is: 'two', operator: denied ? '!=' : (comparing[operator] ?? '=='), left, right }
  }

  private sum(): Tree {
    let left = this.product()
    for (let operator = this.take('+', '-'); operator; operator = this.take('+', '-'))
      left = { is: 'two', operator: operator as Operator, left, right: this.product() }
    return left
  }

  private product(): Tree {
    let left = this.factor()
    for (let operator = this.take('*', '/', '%'); operator; operator = this.take('*', '/', '%'))
      left = { is: 'two', operator: operator as Operator, left, right: this.factor() }
    return left
  }

  private factor(): Tree {
    if (this.take('-')) return this.deeper(() => ({ is: 'negative', of: this.factor() }))
    if (this.take('+')) return this.deeper(() => this.factor())
    let tree = this.bare()
    // `word | round`: the filter on the right applies to the value on the left.
    while (this.tokens[this.at + 1]?.kind === 'word' && this.take('|')) {
      const name = this.tokens[this.at++]?.text ?? ''
      tree = { is: 'call', name, of: [tree, ...(this.take('(') ? this.list() : [])] }
    }
    return tree
  }

  private bare(): Tree {
    if (this.take('(')) {
      const tree = this.choice()
      return this.take(')') ? tree : this.stop()
    }
    const now = this.tokens[this.at++]
    if (!now || now.kind === 'symbol') return this.stop()
    if (now.kind === 'number' || now.kind === 'text') return { is: now.kind, text: now.text }
    return this.word(now.text)
  }

  private word(name: string): Tree {
    if (/^(?:true|false)$/i.test(name)) return { is: 'truth', so: /^t/i.test(name) }
    if (joining.has(name.toLowerCase())) this.stop()
    if (functionNames.has(plainFunction(name)) && this.take('(')) return { is: 'call', name, of: this.list() }
    const index: Tree[] = []
    for (let open = this.take('[', '('); open; open = this.take('[', '(')) {
      const inside = this.choice()
      if (open === '(' && this.take(',')) return { is: 'call', name, of: [inside, ...this.list()] }
      if (!this.take(open === '[' ? ']' : ')')) this.stop()
      index.push(inside)
    }
    return { is: 'word', name, index }
  }

  /** The rest of a list in brackets, up to the closing bracket. */
  private list(): Tree[] {
    const found: Tree[] = []
    if (this.take(')')) return found
    do found.push(this.choice())
    while (this.take(','))
    return this.take(')') ? found : this.stop()
  }
}

/** Parses a formula or condition; null if it can't be parsed. Never throws. */
export function readExpression(text: string): Tree | null {
  const tokens = text.length > 4000 ? null : tokensOf(text)
  if (tokens === null || tokens.length === 0) return null
  try {
    return new Reader(tokens).whole()
  } catch (error) {
    if (error instanceof Unreadable) return null
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
