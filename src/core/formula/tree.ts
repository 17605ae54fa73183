// Tokens and syntax trees, shared by the formula language and the expressions of macro files.

/** A node of a syntax tree. `name` is the grammar's name for the node; `from` and `to` are offsets in the text. Brackets and commas have no node. */
export type SyntaxNode = { name: string; from: number; to: number; children: readonly SyntaxNode[] }

export const textOf = ({ from, to }: SyntaxNode, text: string): string => text.slice(from, to)

/** Thrown for a text that does not follow the grammar; `at` is the offset of the first wrong token. */
export class Unreadable extends Error {
  constructor(readonly at: number) {
    super(`It can’t be read from ${at} on.`)
  }
}

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

/** Steps through the tokens of a text. Methods that require a certain token throw `Unreadable` when a different one comes. */
export class Reader<Kind extends string> {
  private at = 0
  private readonly endToken: Token<Kind>

  constructor(
    private tokens: readonly Token<Kind>[],
    length: number,
  ) {
    this.endToken = { is: 'end', text: '', from: length, to: length }
  }

  get now(): Token<Kind> {
    return this.tokens[this.at] ?? this.endToken
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

  /** Starts again with these tokens. */
  goOn(tokens: readonly Token<Kind>[]): void {
    this.tokens = tokens
    this.at = 0
  }

  fail(): never {
    throw new Unreadable(this.now.from)
  }

  /** Whether the next token is one of these symbols. */
  isNext(...symbols: readonly string[]): boolean {
    return this.now.is === 'symbol' && symbols.includes(this.now.text)
  }

  /** Takes the next token if it is one of these symbols, and returns its text; otherwise null. */
  takeSymbol(...symbols: readonly string[]): string | null {
    return this.isNext(...symbols) ? this.take().text : null
  }

  needSymbol(symbol: string): void {
    if (this.takeSymbol(symbol) === null) this.fail()
  }

  /** Takes a token of this kind and returns it as a leaf with this name. */
  leaf(kind: Kind, name: string = kind): SyntaxNode {
    if (this.now.is !== kind) this.fail()
    const { from, to } = this.take()
    return { name, from, to, children: [] }
  }

  /** Makes a node that reaches from an offset to the end of the last token taken. */
  node(name: string, from: number, children: readonly SyntaxNode[]): SyntaxNode {
    return { name, from, to: this.end, children }
  }

  /** Reads parts that are separated by commas. */
  several(part: () => SyntaxNode): SyntaxNode[] {
    const parts = [part()]
    while (this.takeSymbol(',') !== null) parts.push(part())
    return parts
  }
}
