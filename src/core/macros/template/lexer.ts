// A host's template cut into the tokens that a well-known parser of this template language takes, each with its line. Written for
// the host's own signs, `{ value }` and `{% statement %}`, and going along the text once.
import { Token, type TokenType } from './parser.ts'

/** A token and the line of the template that it begins on, from 1. */
export type Placed = Token & { line: number }

/** What can't be read, and where. */
export class Unreadable extends Error {
  constructor(
    readonly line: number,
    message: string,
  ) {
    super(message)
  }
}

/** Stands in the text of a template before each of its lines, with the line's number: `\uE000 12 \uE000`. */
export const lineSign = '\uE000'
/** The filter that a statement which gives nothing is put through. */
export const silently = 'silently \uE001'
/** The filter that a comparison in brackets is put through, so that it is told from one without. */
export const grouped = 'grouped \uE001'
/** The beginning of the filter that stands for a test with something behind it, as `is divisibleby(3)`. */
export const asTest = '\uE001 '

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

/** A sign before a number is a part of an expression behind one of these, and else the number's own. */
const endsValue: readonly TokenType[] = [
  'Identifier',
  'NumericLiteral',
  'StringLiteral',
  'CloseParen',
  'CloseSquareBracket',
  'CloseCurlyBracket',
]

const words: readonly string[] = ['and', 'or', 'not', 'in', 'if', 'else', 'is']

class Lexer {
  readonly tokens: Placed[] = []
  private at = 0
  private line = 1
  /** For each bracket that is open, whether it is one of a call, and whether something is compared in it. */
  private readonly brackets: { call: boolean; compares: boolean }[] = []

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
      const strips = source[open + 1] === '-' || (/[%#]/.test(source[open + 1] ?? '') && source[open + 2] === '-')
      this.text(open, strips)
      if (open >= source.length) break
      const kind = source[open + 1]
      if (kind === '#') this.comment()
      else if (kind === '%') this.statement()
      else this.output()
    }
    return this.tokens
  }

  /** Plain text up to a place; each of its lines is marked, so that what is made can be told by its line. */
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
    if (end < 0) this.fail('A comment, {# … #}, does not end.')
    const strips = this.source[end - 1] === '-'
    this.pass(end)
    this.close(strips ? '-#}' : '#}', 2)
  }

  private statement(): void {
    const began = this.line
    this.pass(this.at + (this.source[this.at + 2] === '-' ? 3 : 2))
    this.skipBlanks()
    if (/^raw\b/.test(this.source.slice(this.at, this.at + 4))) {
      this.raw()
      return
    }
    const quiet = /^do\b/.test(this.source.slice(this.at, this.at + 3))
    if (quiet) {
      this.pass(this.at + 2)
      this.put('{{', 'OpenExpression')
      this.put('(', 'OpenParen')
    } else this.put('{%', 'OpenStatement')
    this.inside('%}', began)
    if (quiet) {
      this.put(')', 'CloseParen')
      this.put('|', 'Pipe')
      this.put(silently, 'Identifier')
      this.put('}}', 'CloseExpression')
    } else this.put('%}', 'CloseStatement')
  }

  /** What stands between `{% raw %}` and `{% endraw %}` is text, whatever signs it has. */
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
    this.pass(this.at + (this.source[this.at + 1] === '-' ? 2 : 1))
    this.put('{{', 'OpenExpression')
    this.inside('}', began)
    this.put('}}', 'CloseExpression')
  }

  private skipBlanks(): void {
    let to = this.at
    while (to < this.source.length && /\s/.test(this.source[to] as string)) to++
    this.pass(to)
  }

  /** The tokens up to the sign that closes a statement or a value. */
  private inside(end: string, began: number): void {
    const { source } = this
    let depth = 0
    for (;;) {
      this.skipBlanks()
      if (this.at >= source.length) throw new Unreadable(began, `“${end === '%}' ? '{%' : '{'}” is not closed.`)
      const closing = [`-${end}`, end].find(sign => source.startsWith(sign, this.at))
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
      if (
        this.tokens.at(-1)?.value === 'is' ||
        (this.tokens.at(-1)?.value === 'not' && this.tokens.at(-2)?.value === 'is')
      ) {
        if (this.testWithMore(word)) return
      }
      this.put(word, 'Identifier')
      this.pass(this.at + word.length)
      return
    }
    const number = /^(?:\d[\d_]*(?:\.\d+)?(?:[eE][+-]?\d+)?)/.exec(source.slice(this.at, this.at + 60))?.[0]
    if (number) {
      // Behind a dot stands a place in a list, which has none of its own.
      const whole = this.tokens.at(-1)?.type === 'Dot' ? (/^\d+/.exec(number)?.[0] ?? number) : number
      this.put(asNumber(whole), 'NumericLiteral')
      this.pass(this.at + whole.length)
      return
    }
    const found = signs.find(([text]) => source.startsWith(text, this.at))
    if (!found) this.fail(`“${sign}” is no symbol of this language.`)
    const [text, type] = found
    const before = this.tokens.at(-1)
    const own =
      (text === '-' || text === '+') && !(before && endsValue.includes(before.type) && !words.includes(before.value))
    if (text === '(')
      this.brackets.push({
        call: before !== undefined && endsValue.includes(before.type) && !words.includes(before.value),
        compares: false,
      })
    const bracket = this.brackets.at(-1)
    if (bracket && type === 'ComparisonBinaryOperator') bracket.compares = true
    this.put(text, own ? 'UnaryOperator' : type)
    this.pass(this.at + text.length)
    if (text === ')' && this.brackets.pop() && bracket?.compares && !bracket.call) {
      this.put('|', 'Pipe')
      this.put(grouped, 'Identifier')
    }
  }

  /** `is divisibleby(3)` and `is divisibleby 3`: the parser knows tests by a name alone, so it is said as a filter. */
  private testWithMore(word: string): boolean {
    const behind = this.source.slice(this.at + word.length, this.at + word.length + 60)
    const bare = /^[ \t]{1,9}(\d{1,9}|"[^"\n]{0,40}"|'[^'\n]{0,40}')/.exec(behind)
    if (!bare && !/^[ \t]{0,9}\(/.test(behind)) return false
    const not = this.tokens.at(-1)?.value === 'not'
    this.tokens.length -= not ? 2 : 1
    this.put('|', 'Pipe')
    this.put(asTest + (not ? 'not ' : '') + word, 'Identifier')
    this.pass(this.at + word.length)
    if (!bare) return true
    this.put('(', 'OpenParen')
    this.skipBlanks()
    this.token(this.source[this.at] as string)
    this.put(')', 'CloseParen')
    return true
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

/** As the parser takes it: with a point where it is no whole number by how it is written. */
function asNumber(text: string): string {
  const plain = text.replaceAll('_', '')
  if (!/[eE]/.test(plain)) return plain
  const value = String(Number(plain))
  return value.includes('.') ? value : `${value}.0`
}

/** Throws `Unreadable` where it can't be cut. */
export const tokensOf = (source: string): Placed[] => new Lexer(source).whole()
