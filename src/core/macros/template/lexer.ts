// Splits a host's template into tokens, each with its line, in one pass. The delimiters are the host's: `{ value }` and
// `{% statement %}`.
import { type Placed, Token, type TokenType } from './parser.ts'
import { isEnd } from './rewrite.ts'

/** Thrown for a template that can't be read, with its line. */
export class Unreadable extends Error {
  constructor(
    readonly line: number,
    message: string,
  ) {
    super(message)
  }
}

/**
 * A private-use character that marks the start of each line in a template's text, with the line's number: `\uE000 12
 * \uE000`.
 */
export const lineSign = '\uE000'
const signs: readonly [string, TokenType][] = [
  ['**', 'ExponentiationBinaryOperator'],
  ['//', 'MultiplicativeBinaryOperator'],
  ['<=', 'ComparisonBinaryOperator'],
  ['>=', 'ComparisonBinaryOperator'],
  ['==', 'ComparisonBinaryOperator'],
  ['!=', 'ComparisonBinaryOperator'],
  ['(', 'OpenParen'],
  [')', 'CloseParen'],
  ['{', 'OpenCurlyBracket'],
  ['}', 'CloseCurlyBracket'],
  ['[', 'OpenSquareBracket'],
  [']', 'CloseSquareBracket'],
  [',', 'Comma'],
  ['.', 'Dot'],
  [':', 'Colon'],
  ['|', 'Pipe'],
  ['<', 'ComparisonBinaryOperator'],
  ['>', 'ComparisonBinaryOperator'],
  ['+', 'AdditiveBinaryOperator'],
  ['-', 'AdditiveBinaryOperator'],
  ['~', 'AdditiveBinaryOperator'],
  ['*', 'MultiplicativeBinaryOperator'],
  ['/', 'MultiplicativeBinaryOperator'],
  ['%', 'MultiplicativeBinaryOperator'],
  ['=', 'Equals'],
]

const escapes: Readonly<Record<string, string>> = { n: '\n', t: '\t', r: '\r', "'": "'", '"': '"', '\\': '\\' }

class Lexer {
  readonly tokens: Placed[] = []
  private at = 0
  private line = 1

  constructor(private readonly source: string) {}

  private put(value: string, type: TokenType): void {
    this.tokens.push(Object.assign(new Token(value, type), { line: this.line }))
  }

  private fail(why: string): never {
    throw new Unreadable(this.line, why)
  }

  private pass(to: number): void {
    for (let i = this.at; i < to; i++) if (this.source[i] === '\n') this.line++
    this.at = to
  }

  whole(): Placed[] {
    const { source } = this
    while (this.at < source.length) {
      let open = source.indexOf('{', this.at)
      if (open < 0) open = source.length
      const strips = source[open + (/[%#]/.test(source[open + 1] ?? '') ? 2 : 1)] === '-'
      this.text(open, strips)
      if (open >= source.length) break
      const kind = source[open + 1]
      if (kind === '#') this.comment()
      else if (kind === '%') this.statement()
      else this.output()
    }
    return this.tokens
  }

  /** Plain text up to an offset. Each of its lines is marked, so that the output can be traced to its line. */
  private text(to: number, strips: boolean): void {
    const raw = this.source.slice(this.at, to)
    const text = strips ? raw.trimEnd() : raw
    if (text !== '') {
      let marked = `${lineSign}${this.line}${lineSign}`
      let line = this.line
      for (const [i, piece] of text.split('\n').entries())
        marked += i === 0 ? piece : `\n${lineSign}${++line}${lineSign}${piece}`
      this.put(marked, 'Text')
    }
    this.pass(to)
  }

  private close(sign: string, length: number): void {
    const strips = sign.startsWith('-')
    this.pass(this.at + length)
    if (!strips) return
    let to = this.at
    while (to < this.source.length && /\s/.test(this.source[to] as string)) to++
    this.pass(to)
  }

  private comment(): void {
    const end = this.source.indexOf('#}', this.at + 2)
    if (end < 0) this.fail('A comment, {# … #}, is not closed.')
    const strips = this.source[end - 1] === '-'
    this.pass(end)
    this.close(strips ? '-#}' : '#}', 2)
  }

  private statement(): void {
    const began = this.line
    this.pass(this.at + (/[-+]/.test(this.source[this.at + 2] ?? '') ? 3 : 2))
    this.skipBlanks()
    if (/^raw\b/.test(this.source.slice(this.at, this.at + 4))) {
      this.raw()
      return
    }
    this.put('{%', 'OpenStatement')
    this.inside('%}', began)
    this.put('%}', 'CloseStatement')
  }

  /** Between `{% raw %}` and `{% endraw %}` everything is text. */
  private raw(): void {
    const begin = this.source.indexOf('%}', this.at)
    const name = this.source.indexOf('endraw', begin)
    const open = this.source.lastIndexOf('{%', name)
    const end = this.source.indexOf('%}', name)
    if (begin < 0 || name < 0 || open < begin || end < 0) this.fail('“raw” has no “endraw”.')
    this.pass(begin + 2)
    this.text(open, false)
    this.pass(end + 2)
  }

  private output(): void {
    const began = this.line
    this.pass(this.at + (/[-+]/.test(this.source[this.at + 1] ?? '') ? 2 : 1))
    this.put('{{', 'OpenExpression')
    this.inside('}', began)
    this.put('}}', 'CloseExpression')
  }

  private skipBlanks(): void {
    let to = this.at
    while (to < this.source.length && /\s/.test(this.source[to] as string)) to++
    this.pass(to)
  }

  /** The tokens up to the delimiter that closes a statement or a value. */
  private inside(end: string, began: number): void {
    const { source } = this
    let depth = 0
    for (;;) {
      this.skipBlanks()
      if (this.at >= source.length) throw new Unreadable(began, `“${end === '%}' ? '{%' : '{'}” is not closed.`)
      const closing = [`-${end}`, ...(end === '%}' ? [`+${end}`] : []), end].find(sign =>
        source.startsWith(sign, this.at),
      )
      if (closing && depth === 0) {
        this.close(closing, closing.length)
        return
      }
      const sign = source[this.at] as string
      if (sign === '{') depth++
      if (sign === '}') depth--
      this.token(sign)
    }
  }

  private token(sign: string): void {
    const { source } = this
    if (sign === '"' || sign === "'") {
      this.quoted(sign)
      return
    }
    const word = /^[\p{L}_][\p{L}\p{N}_]*/u.exec(source.slice(this.at, this.at + 200))?.[0]
    if (word) {
      this.put(word, 'Identifier')
      this.pass(this.at + word.length)
      return
    }
    const number = /^(?:0[xX][\da-fA-F_]+|0[oO][0-7_]+|0[bB][01_]+|\d[\d_]*(?:\.\d+)?(?:[eE][+-]?\d+)?)/.exec(
      source.slice(this.at, this.at + 60),
    )?.[0]
    if (number) {
      // A number after a dot is an index, without a decimal point.
      const whole = this.tokens.at(-1)?.type === 'Dot' ? (/^\d+/.exec(number)?.[0] ?? number) : number
      this.put(asNumber(whole), 'NumericLiteral')
      this.pass(this.at + whole.length)
      return
    }
    const found = signs.find(([text]) => source.startsWith(text, this.at))
    if (!found) this.fail(`“${sign}” is not a symbol of this language.`)
    const [text, type] = found
    const own = (text === '-' || text === '+') && !isEnd(this.tokens.at(-1))
    this.put(text, own ? 'UnaryOperator' : type)
    this.pass(this.at + text.length)
  }

  private quoted(sign: string): void {
    const { source } = this
    let text = ''
    let i = this.at + 1
    for (; source[i] !== sign; i++) {
      if (i >= source.length) this.fail(`A text that begins with ${sign} does not end.`)
      if (source[i] === '\\') {
        i++
        text += escapes[source[i] ?? ''] ?? `\\${source[i] ?? ''}`
      } else text += source[i]
    }
    this.put(text, 'StringLiteral')
    this.pass(i + 1)
  }
}

/** Writes a number for the parser: with a decimal point unless it is written as a whole number. */
function asNumber(text: string): string {
  const plain = text.replaceAll('_', '')
  if (/^0[xXoObB]/.test(plain)) return String(Number(plain))
  if (!/[eE]/.test(plain)) return plain
  const value = String(Number(plain))
  return value.includes('.') ? value : `${value}.0`
}

/** Throws `Unreadable`. */
export const tokensOf = (source: string): Placed[] => new Lexer(source).whole()
