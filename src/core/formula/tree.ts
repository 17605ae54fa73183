// Syntax trees of small languages, and the tokens that they are read from.

/** `name` is what the grammar calls it; `from` and `to` are places in the text; signs such as brackets and commas have no node. */
export type SyntaxNode = { name: string; from: number; to: number; children: readonly SyntaxNode[] }

export const textOf = ({ from, to }: SyntaxNode, text: string): string => text.slice(from, to)

/** A text that can’t be read from this place on. */
export class Unreadable extends Error {
  constructor(readonly at: number) {
    super(`It can’t be read from ${at} on.`)
  }
}

/** `is` is `sign` for brackets and operators, `end` behind the last one, `no` for a sign that no token begins with. */
export type Token<Kind extends string> = { is: Kind | 'sign' | 'end' | 'no'; text: string; from: number; to: number }

/** What gives the tokens of a text from a place on. `kinds` are tried in their order at each place that is no blank. */
export function tokenizer<Kind extends string>(
  kinds: Readonly<Record<Kind | 'sign', RegExp>>,
): (text: string, from?: number) => Token<Kind>[] {
  const patterns = Object.entries<RegExp>(kinds).map(
    ([is, { source }]) => [is as Kind | 'sign', new RegExp(source, 'y')] as const,
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

/** Goes through the tokens of a text, one after the other; what is not as it must be throws `Unreadable`. */
export class Reader<Kind extends string> {
  private at = 0
  private readonly end: Token<Kind>

  constructor(
    private tokens: readonly Token<Kind>[],
    length: number,
  ) {
    this.end = { is: 'end', text: '', from: length, to: length }
  }

  get now(): Token<Kind> {
    return this.tokens[this.at] ?? this.end
  }

  /** Where the token before this one ended. */
  get behind(): number {
    return this.tokens[this.at - 1]?.to ?? 0
  }

  take(): Token<Kind> {
    const { now } = this
    this.at++
    return now
  }

  /** Goes on with these. */
  goOn(tokens: readonly Token<Kind>[]): void {
    this.tokens = tokens
    this.at = 0
  }

  fail(): never {
    throw new Unreadable(this.now.from)
  }

  /** Whether one of these signs comes. */
  comes(...signs: readonly string[]): boolean {
    return this.now.is === 'sign' && signs.includes(this.now.text)
  }

  /** Takes one of these signs, where it comes. */
  sign(...signs: readonly string[]): string | null {
    return this.comes(...signs) ? this.take().text : null
  }

  must(sign: string): void {
    if (this.sign(sign) === null) this.fail()
  }

  /** Takes a token of this kind as a leaf of this name. */
  leaf(kind: Kind, name: string = kind): SyntaxNode {
    if (this.now.is !== kind) this.fail()
    const { from, to } = this.take()
    return { name, from, to, children: [] }
  }

  /** A node from this place to the end of what was taken last. */
  node(name: string, from: number, children: readonly SyntaxNode[]): SyntaxNode {
    return { name, from, to: this.behind, children }
  }

  /** Parts with a comma between each two of them. */
  several(part: () => SyntaxNode): SyntaxNode[] {
    const parts = [part()]
    while (this.sign(',') !== null) parts.push(part())
    return parts
  }
}
