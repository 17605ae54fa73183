// Parses a template, once for each source, or reports the line that can't be read.
import { tokensOf, Unreadable } from './lexer.ts'
import { type Node, type Placed, parse } from './parser.ts'
import { rewritten } from './rewrite.ts'

/** Our private-use marks, which a template must not contain. */
const ownSigns = /[\uE000-\uE002]/g

type Tree = { ok: true; body: Node[] } | { ok: false; line: number; why: string }

/** Cache of trees by source: macros are called again and again. */
const trees = new Map<string, Tree>()
const maxTrees = 500

export function treeOf(source: string): Tree {
  const known = trees.get(source)
  if (known) return known
  if (trees.size >= maxTrees) trees.clear()
  const tree = read(source)
  trees.set(source, tree)
  return tree
}

function read(source: string): Tree {
  let cut: Placed[] = []
  let tokens: Placed[] = []
  let at = 0
  try {
    cut = tokensOf(source.replace(ownSigns, ''))
    tokens = rewritten(cut)
    const body = parse(tokens, index => {
      at = index
    }).body
    return { ok: true, body }
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, line: error.line, why: error.message }
    if (error instanceof RangeError) return { ok: false, line: 1, why: 'It is nested too deeply.' }
    return { ok: false, ...unfit(cut, tokens, at) }
  }
}

/** Describes why parsing failed: a statement that is still open, or the token that does not fit. */
function unfit(cut: readonly Placed[], tokens: readonly Placed[], at: number): { line: number; why: string } {
  const open: Placed[] = []
  const blocks = ['if', 'for', 'macro', 'filter', 'call', 'with']
  cut.forEach((token, i) => {
    if (token.type !== 'OpenStatement') return
    const name = cut[i + 1]?.value ?? ''
    if (blocks.includes(name)) open.push(cut[i + 1] as Placed)
    else if (name.startsWith('end') && name !== 'endset') open.pop()
  })
  const left = open.at(-1)
  if (left && at >= tokens.length - 1) return { line: left.line, why: `“${left.value}” has no “end${left.value}”.` }
  const token = tokens[at]
  const before = tokens.slice(0, at).findLast(({ type }) => type === 'OpenStatement')
  const known = ['set', 'if', 'elif', 'else', 'endif', 'for', 'endfor', 'macro', 'endmacro', 'filter', 'endfilter']
  if (token?.type === 'Identifier' && tokens[at - 1] === before && !known.includes(token.value))
    return { line: token.line, why: `“{% ${token.value} … %}” is not a statement for macros here.` }
  const shown = token && token.type !== 'Text' ? ` at “${token.value}”` : ''
  return { line: token?.line ?? 1, why: `It can’t be read${shown}.` }
}
