// Parses formulas, conditions and settings, or reports where and why one can't be read.
import { type SyntaxNode, TooDeep, Unreadable } from '../expression/reader.ts'
import { type TokenKind, tokensIn, treeOf, unitEnd } from './grammar.ts'

export type { TokenKind as Sort } from './grammar.ts'

/** An error in a formula, with its range in the text. */
export type Flaw = { why: string; from: number; to: number }

export type Parsed = { ok: true; node: SyntaxNode } | ({ ok: false } & Flaw)

/** Parses a text as an expression, condition or setting. */
export function parse(text: string, kind: TokenKind): Parsed {
  try {
    return { ok: true, node: treeOf(text, kind) }
  } catch (error) {
    if (error instanceof TooDeep) return { ok: false, why: error.message, from: 0, to: text.length }
    if (error instanceof Unreadable) return { ok: false, ...unreadable(text, kind, error.at) }
    throw error
  }
}

const what: Record<TokenKind, string> = { Expression: 'formula', Condition: 'condition', Setting: 'value' }

function unreadable(text: string, kind: TokenKind, at: number): Flaw {
  const rest = text.slice(at)
  const word = /^\s*([A-Za-z_]\w*|\d[\d.]*|\S)/.exec(rest)?.[1]
  if (text.trim() === '') return { why: `The ${what[kind]} is empty.`, from: 0, to: text.length }
  if (!word) return { why: `The ${what[kind]} “${text.trim()}” is incomplete.`, from: text.length, to: text.length }
  const from = at + rest.indexOf(word)
  return { why: `The ${what[kind]} “${text.trim()}” can’t be read from “${word}” on.`, from, to: from + word.length }
}

/** A range of a formula with its role, for colouring. */
export type Part = { from: number; to: number; is: 'value' | 'function' | 'number' | 'word' | 'unit' }

/** The ranges of a formula in order, also for one that can't be parsed. Operators and quoted texts have none. */
export function partsOf(text: string, kind: TokenKind): Part[] {
  const parts: Part[] = []
  const tokens = tokensIn(text)
  let done = 0
  tokens.forEach((token, i) => {
    const [before, next] = [tokens[i - 1], tokens[i + 1]]
    const { is, from, to } = token
    if (from < done) return
    const put = (until: number, what: Part['is']) => {
      parts.push({ from, to: until, is: what })
      done = until
    }
    const afterNumber = before?.is === 'Number' || before?.is === 'Name' || before?.text === ')'
    const unit = kind === 'Setting' && afterNumber ? unitEnd(text, from) : from
    const ofRange = before?.is === 'word' && (before.text === 'from' || before.text === 'to')
    if (unit > from) put(unit, 'unit')
    else if (ofRange && token.text === '-' && next?.is === 'Number') put(next.to, 'number')
    else if (is === 'Number') put(to, 'number')
    else if (is === 'word') put(to, 'word')
    else if (is === 'Tool') put(to, 'value')
    else if (is === 'Name') put(to, next?.text === '(' ? 'function' : 'value')
  })
  return parts
}
