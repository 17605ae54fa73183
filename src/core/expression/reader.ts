// Splits expressions into tokens and reads them. Our formulas, the expressions of macro files and a slicer's formulas
// each have a grammar of their own, which extends `Reader`.

/** A node of a syntax tree. `name` is the grammar's name for the node; `from` and `to` are offsets in the text. Brackets and commas have no node. */
export type SyntaxNode = { name: string; from: number; to: number; children: readonly SyntaxNode[] }

/** A node without children, for a token. */
export const leafOf = (name: string, { from, to }: { from: number; to: number }): SyntaxNode => ({
  name,
  from,
  to,
  children: [],
})

export const textOf = ({ from, to }: SyntaxNode, text: string): string => text.slice(from, to)

/** Thrown for a text that does not follow the grammar; `at` is the offset of the first wrong token. */
export class Unreadable extends Error {
  constructor(readonly at: number) {
    super(`It can’t be read from ${at} on.`)
  }
}

/** Thrown for a text that is longer than `maxChars`, or nested deeper than `maxDepth`. */
export class TooDeep extends Error {
  constructor() {
    super('It is too long, or its brackets are nested too deeply.')
  }
}

const maxChars = 4000
/** Limit of nested brackets, calls, choices and operators before an operand. */
const maxDepth = 60

/** A token. `is` is `symbol` for brackets and operators, `end` after the last token, and `no` for a character that starts no token. */
export type Token<Kind extends string> = { is: Kind | 'symbol' | 'end' | 'no'; text: string; from: number; to: number }

/** Makes a function that splits a text into tokens, from an offset on. At each offset the patterns of `kinds` are tried in their order; blanks are skipped. */
export function tokenizer<Kind extends string>(
  kinds: Readonly<Record<Kind | 'symbol', RegExp>>,
): (text: string, from?: number) => Token<Kind>[] {
  const patterns = Object.entries<RegExp>(kinds).map(
    ([is, { source }]) => [is as Kind | 'symbol', new RegExp(source, 'y')] as const,
  )
  const lengthAt = (pattern: RegExp, text: string, at: number): number => {
    pattern.lastIndex = at
    return pattern.exec(text)?.[0].length ?? 0
  }
  const blanks = /\s+/y
  return (text, from = 0) => {
    const tokens: Token<Kind>[] = []
    for (let at = from + lengthAt(blanks, text, from); at < text.length; at += lengthAt(blanks, text, at)) {
      let [is, length]: [Token<Kind>['is'], number] = ['no', 0]
      for (const [kind, pattern] of patterns) {
        length = lengthAt(pattern, text, at)
        if (length === 0) continue
        is = kind
        break
      }
      const to = at + Math.max(length, 1)
      tokens.push({ is, text: text.slice(at, to), from: at, to })
      at = to
    }
    return tokens
  }
}

/**
 * Steps through the tokens of a text. Methods that require a certain token throw `Unreadable` when a different one
 * comes.
 */
export class Reader<Kind extends string> {
  private at = 0
  private depth = 0
  private tokens: readonly Token<Kind>[]
  private readonly endToken: Token<Kind>

  /** @throws {TooDeep} if the text is longer than 4,000 characters. */
  constructor(
    text: string,
    private readonly tokensIn: (text: string, from?: number) => Token<Kind>[],
  ) {
    if (text.length > maxChars) throw new TooDeep()
    this.tokens = tokensIn(text)
    this.endToken = { is: 'end', text: '', from: text.length, to: text.length }
  }

  get now(): Token<Kind> {
    return this.tokens[this.at] ?? this.endToken
  }

  /** The token after the next one. */
  get afterNow(): Token<Kind> {
    return this.tokens[this.at + 1] ?? this.endToken
  }

  /** The offset at which the previous token ended; 0 at the first. */
  get end(): number {
    return this.tokens[this.at - 1]?.to ?? 0
  }

  take(): Token<Kind> {
    const { now } = this
    this.at++
    return now
  }

  /**
   * Splits the text again from an offset on. Used after a part that is not made of these tokens, such as the unit in
   * `5 mm/s from 1 to 9`.
   */
  goOn(text: string, from: number): void {
    this.tokens = this.tokensIn(text, from)
    this.at = 0
  }

  fail(): never {
    throw new Unreadable(this.now.from)
  }

  /** Requires that nothing is left. */
  needEnd(): void {
    if (this.now.is !== 'end') this.fail()
  }

  /** The operator that a token is; empty if it is none. A grammar whose operators include words overrides this. */
  protected operatorOf({ is, text }: Token<Kind>): string {
    return is === 'symbol' ? text : ''
  }

  /** Whether the next token is one of these operators or brackets. */
  isNext(...symbols: readonly string[]): boolean {
    return symbols.includes(this.operatorOf(this.now))
  }

  /** Takes the next token if it is one of these operators or brackets, and returns it; otherwise null. */
  takeSymbol(...symbols: readonly string[]): string | null {
    if (!this.isNext(...symbols)) return null
    return this.operatorOf(this.take())
  }

  needSymbol(symbol: string): void {
    if (this.takeSymbol(symbol) === null) this.fail()
  }

  /** Takes a token of this kind and returns it as a leaf with this name. */
  leaf(kind: Kind, name: string = kind): SyntaxNode {
    if (this.now.is !== kind) this.fail()
    return leafOf(name, this.take())
  }

  /** Makes a node that reaches from an offset to the end of the last token taken. */
  node(name: string, from: number, children: readonly SyntaxNode[]): SyntaxNode {
    return { name, from, to: this.end, children }
  }

  /** Reads parts that are separated by commas. */
  several<T>(part: () => T): T[] {
    const parts = [part()]
    while (this.takeSymbol(',') !== null) parts.push(part())
    return parts
  }

  /**
   * Reads operands with binary operators between them. `levels` go from the loosest operators to those that bind
   * closest; operators of one level are joined from the left: `1 - 2 - 3` is `(1 - 2) - 3`. `join` makes one result
   * of two sides; its `from` is the offset at which the left side begins.
   */
  binary<T>(
    levels: readonly (readonly string[])[],
    operand: () => T,
    join: (operator: Token<Kind>, left: T, right: T, from: number) => T,
  ): T {
    const [operators, ...closer] = levels
    if (!operators) return operand()
    const { from } = this.now
    let left = this.binary(closer, operand, join)
    while (this.isNext(...operators)) {
      const operator = this.take()
      left = join(operator, left, this.binary(closer, operand, join), from)
    }
    return left
  }

  /**
   * Reads a part that may contain itself, such as an operand in brackets.
   *
   * @throws {TooDeep} if such parts are nested more than 60 deep.
   */
  nested<T>(read: () => T): T {
    if (++this.depth > maxDepth) throw new TooDeep()
    const found = read()
    this.depth--
    return found
  }
}
