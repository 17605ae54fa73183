// Rewrites tokens that the parser does not know into ones that it does: `do`, `with`, tests with arguments, tuples with
// one item or none. In one pass. Example: `is divisibleby(3)` becomes a filter with a marked name.
import { type Placed, Token, type TokenType } from './parser.ts'

/** The filter that marks a statement without output. */
export const silently = 'silently \uE001'
/** The filter that marks a comparison in brackets. */
export const grouped = 'grouped \uE001'
/** Prefix of the filter that stands for a test with arguments, such as `is divisibleby(3)`. */
export const asTest = '\uE001 '
/** A placeholder that marks a tuple; it is removed from its end again. */
export const noItem = 'no item \uE001'
/** The condition that stands for a block with its own scope. */
export const ownNames = 'own names \uE001'

const endsValue: readonly TokenType[] = [
  'Identifier',
  'NumericLiteral',
  'StringLiteral',
  'CloseParen',
  'CloseSquareBracket',
  'CloseCurlyBracket',
]
const words: readonly string[] = ['and', 'or', 'not', 'in', 'if', 'else', 'is']
const opens: readonly TokenType[] = ['OpenParen', 'OpenSquareBracket', 'OpenCurlyBracket']
const closes: readonly TokenType[] = ['CloseParen', 'CloseSquareBracket', 'CloseCurlyBracket']

/** Whether a token ends a value, so that an operator after it is binary, and a bracket starts a call. */
export const isEnd = (token: Token | undefined): boolean =>
  token !== undefined && endsValue.includes(token.type) && !(token.type === 'Identifier' && words.includes(token.value))

const isWord = (token: Token | undefined, word: string): boolean => token?.type === 'Identifier' && token.value === word

const made = (value: string, type: TokenType, line: number): Placed => Object.assign(new Token(value, type), { line })
const name = (value: string, line: number) => made(value, 'Identifier', line)
const open = (line: number) => made('(', 'OpenParen', line)
const close = (line: number) => made(')', 'CloseParen', line)
const comma = (line: number) => made(',', 'Comma', line)
const pipe = (line: number) => made('|', 'Pipe', line)

/** Rewrites all tokens for the parser. */
export function rewritten(tokens: readonly Placed[]): Placed[] {
  const all: Placed[] = []
  for (let i = 0; i < tokens.length; i++) {
    const token = tokens[i] as Placed
    if (token.type === 'Text') {
      all.push(token)
      continue
    }
    const closing = token.type === 'OpenStatement' ? 'CloseStatement' : 'CloseExpression'
    let end = i + 1
    while (end < tokens.length && tokens[end]?.type !== closing) end++
    const inner = tokens.slice(i + 1, end)
    const last = tokens[end]
    if (token.type === 'OpenStatement') all.push(...statement(token, inner, last))
    else all.push(token, ...listed(expression(inner), token.line), ...(last ? [last] : []))
    i = end
  }
  return all
}

function statement(begin: Placed, inner: readonly Placed[], end: Placed | undefined): Placed[] {
  const { line } = begin
  const [first, ...rest] = inner
  const whole = (...tokens: Placed[]) => [begin, ...tokens, ...(end ? [end] : [])]
  const { value = '' } = first ?? {}
  if (first?.type !== 'Identifier') return whole(...expression(inner))
  switch (value) {
    case 'do':
      return [
        made('{{', 'OpenExpression', line),
        open(line),
        ...expression(rest),
        close(line),
        pipe(line),
        name(silently, line),
        made('}}', 'CloseExpression', line),
      ]
    case 'with':
      return [
        ...whole(name('if', line), name(ownNames, line)),
        ...(rest.length > 0 && end ? whole(name('set', line), ...namesAndValues(rest, line)) : []),
      ]
    case 'endwith':
      return whole(name('endif', line), ...rest)
    case 'for':
      return whole(first, ...looping(rest, line))
    case 'set': {
      const tokens = expression(rest)
      return whole(first, ...tokens, ...(tokens.at(-1)?.type === 'Comma' ? [name(noItem, line)] : []))
    }
    default:
      return whole(first, ...expression(rest))
  }
}

/** Indexes of matching tokens outside brackets. */
function outside(tokens: readonly Placed[], wanted: (token: Placed) => boolean): number[] {
  let depth = 0
  return tokens.flatMap((token, i) => {
    if (opens.includes(token.type)) depth++
    else if (closes.includes(token.type)) depth--
    return depth === 0 && wanted(token) ? [i] : []
  })
}

/** `a = 1, b = 2` becomes `a, b = 1, 2`: values do not see the names that are assigned beside them. */
function namesAndValues(tokens: readonly Placed[], line: number): Placed[] {
  const commas = [-1, ...outside(tokens, ({ type }) => type === 'Comma'), tokens.length]
  const given = commas.slice(1).map((to, i) => tokens.slice((commas[i] as number) + 1, to))
  const between = (parts: Placed[][]) => parts.flatMap((part, i) => (i > 0 ? [comma(line), ...part] : part))
  return [
    ...between(given.map(part => part.slice(0, 1))),
    made('=', 'Equals', line),
    ...between(given.map(part => expression(part.slice(2)))),
  ]
}

/** `for i in 1, 2`: the list needs no brackets there. */
function looping(tokens: readonly Placed[], line: number): Placed[] {
  const [at] = outside(tokens, token => isWord(token, 'in'))
  if (at === undefined) return expression(tokens)
  const after = tokens.slice(at + 1)
  const [to = after.length] = outside(after, token => isWord(token, 'if'))
  return [
    ...expression(tokens.slice(0, at)),
    tokens[at] as Placed,
    ...listed(expression(after.slice(0, to)), line),
    ...expression(after.slice(to)),
  ]
}

/** Adds brackets to a list without any. */
const listed = (tokens: Placed[], line: number): Placed[] =>
  outside(tokens, ({ type }) => type === 'Comma').length === 0
    ? tokens
    : [open(line), ...tokens, ...(tokens.at(-1)?.type === 'Comma' ? [name(noItem, line)] : []), close(line)]

function expression(tokens: readonly Placed[]): Placed[] {
  const all: Placed[] = []
  /** For each open bracket: whether it is a call, and whether it contains a comparison. */
  const brackets: { call: boolean; compares: boolean }[] = []
  for (let i = 0; i < tokens.length; i++) {
    const token = tokens[i] as Placed
    const { line } = token
    const bracket = brackets.at(-1)
    if (isWord(token, 'is') && all.at(-1)?.type !== 'Dot') {
      const test = testAt(tokens, i)
      if (test) {
        all.push(pipe(line), name(asTest + test.name, line))
        if (test.given) all.push(open(line), ...expression(test.given), close(line))
        i = test.end - 1
        continue
      }
    }
    if (token.type === 'CloseParen' && bracket && !bracket.call) {
      const before = all.at(-1)?.type
      if (before === 'OpenParen') all.push(name(noItem, line), comma(line), name(noItem, line))
      else if (before === 'Comma') all.push(name(noItem, line))
    }
    if (opens.includes(token.type))
      brackets.push({ call: token.type === 'OpenParen' && isEnd(all.at(-1)), compares: false })
    else if (closes.includes(token.type)) brackets.pop()
    else if (bracket && token.type === 'ComparisonBinaryOperator') bracket.compares = true
    all.push(token)
    if (token.type === 'CloseParen' && bracket?.compares && !bracket.call) all.push(pipe(line), name(grouped, line))
  }
  return all
}

/**
 * Reads a test with arguments: its name with the text before it, its end, and its argument if written without brackets.
 * Null for a test without arguments, which the parser knows.
 */
function testAt(tokens: readonly Placed[], at: number): { name: string; given: Placed[] | null; end: number } | null {
  const not = isWord(tokens[at + 1], 'not')
  const place = at + (not ? 2 : 1)
  const test = tokens[place]
  if (test?.type !== 'Identifier') return null
  const called = (not ? 'not ' : '') + test.value
  const next = tokens[place + 1]
  if (next?.type === 'OpenParen') return { name: called, given: null, end: place + 1 }
  const value =
    next !== undefined &&
    (['NumericLiteral', 'StringLiteral', 'OpenSquareBracket', 'OpenCurlyBracket'].includes(next.type) ||
      (next.type === 'Identifier' && !words.includes(next.value)))
  if (!value) return null
  const end = valueEnd(tokens, place + 1)
  return { name: called, given: tokens.slice(place + 1, end), end }
}

/** The end of a value without brackets, after its members and calls. */
function valueEnd(tokens: readonly Placed[], from: number): number {
  let at = opens.includes((tokens[from] as Placed).type) ? bracketEnd(tokens, from) : from + 1
  for (;;) {
    const type = tokens[at]?.type
    if (type === 'Dot') at += 2
    else if (type === 'OpenParen' || type === 'OpenSquareBracket') at = bracketEnd(tokens, at)
    else return Math.min(at, tokens.length)
  }
}

/** The index after the matching closing bracket. */
function bracketEnd(tokens: readonly Placed[], from: number): number {
  let depth = 0
  for (let i = from; i < tokens.length; i++) {
    if (opens.includes((tokens[i] as Placed).type)) depth++
    else if (closes.includes((tokens[i] as Placed).type) && --depth === 0) return i + 1
  }
  return tokens.length
}
