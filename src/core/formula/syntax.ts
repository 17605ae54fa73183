// Reads formulas, conditions and settings into syntax trees, or says where and why one can't be read.
import type { SyntaxNode } from '@lezer/common'
import { parser } from './parser.ts'

/** What went wrong in a formula, and where in its text. */
export type Flaw = { why: string; from: number; to: number }

export type Parsed = { ok: true; node: SyntaxNode } | ({ ok: false } & Flaw)

const strict = {
  Expression: parser.configure({ top: 'Expression', strict: true }),
  Condition: parser.configure({ top: 'Condition', strict: true }),
  Setting: parser.configure({ top: 'Setting', strict: true }),
}
export type Sort = keyof typeof strict

/** Brackets and signs in each other, deeper than anybody writes them. */
const deepest = 60
const longest = 4000
export const tooDeep = 'It is too long, or its brackets stand too deep in each other.'

/** Whether a formula is of a length and depth that can be worked out. */
export function within(text: string): boolean {
  if (text.length > longest) return false
  let depth = 0
  for (const sign of text) {
    if (sign === '(' || sign === '[' || sign === '{' || sign === '!' || sign === '?') depth++
    else if (sign === ')' || sign === ']' || sign === '}') depth--
    if (depth > deepest) return false
  }
  return !/[-+!]{60}|(?:not\s+){60}/.test(text)
}

/** The tree of a text, whose top node is of that sort. */
export function parse(text: string, sort: Sort): Parsed {
  if (!within(text)) return { ok: false, why: tooDeep, from: 0, to: text.length }
  try {
    return { ok: true, node: strict[sort].parse(text).topNode }
  } catch (error) {
    const at = Number(/(\d+)\D*$/.exec(error instanceof Error ? error.message : '')?.[1] ?? 0)
    return { ok: false, ...unreadable(text, sort, at) }
  }
}

const what: Record<Sort, string> = { Expression: 'formula', Condition: 'condition', Setting: 'value' }

function unreadable(text: string, sort: Sort, at: number): Flaw {
  const rest = text.slice(at)
  const word = /^\s*([A-Za-z_]\w*|\d[\d.]*|\S)/.exec(rest)?.[1]
  if (text.trim() === '') return { why: `The ${what[sort]} is empty.`, from: 0, to: text.length }
  if (!word) return { why: `The ${what[sort]} “${text.trim()}” stops too early.`, from: text.length, to: text.length }
  const from = at + rest.indexOf(word)
  return { why: `The ${what[sort]} “${text.trim()}” can’t be read from “${word}” on.`, from, to: from + word.length }
}

/** What a stretch of a formula is, for colours. */
export type Part = { from: number; to: number; is: 'value' | 'function' | 'number' | 'word' | 'unit' }

const loose = {
  Expression: parser.configure({ top: 'Expression' }),
  Condition: parser.configure({ top: 'Condition' }),
  Setting: parser.configure({ top: 'Setting' }),
}

/** The parts of a formula in order, as far as it can be read: the same grammar that works it out. Signs are none. */
export function partsOf(text: string, sort: Sort): Part[] {
  const parts: Part[] = []
  loose[sort].parse(text).iterate({
    enter({ name, from, to, node }) {
      if (from === to) return
      if (name === 'Number' || name === 'NegatedNumber') parts.push({ from, to, is: 'number' })
      else if (name === 'Unit') parts.push({ from, to, is: 'unit' })
      else if (name === 'Tool') parts.push({ from, to, is: 'value' })
      else if (name === 'Name') parts.push({ from, to, is: node.parent?.name === 'Call' ? 'function' : 'value' })
      else if (/^[a-z]/.test(name)) parts.push({ from, to, is: 'word' })
      return name !== 'NegatedNumber' && name !== 'Unit'
    },
  })
  return parts
}

export const textOf = (node: SyntaxNode, text: string): string => text.slice(node.from, node.to)

/** A node's named children in order; signs such as brackets and commas are none. */
export function childrenOf(node: SyntaxNode): SyntaxNode[] {
  const children: SyntaxNode[] = []
  for (let child = node.firstChild; child; child = child.nextSibling)
    if (/^[A-Za-z]/.test(child.name)) children.push(child)
  return children
}
