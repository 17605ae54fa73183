// What formulas and the expressions of macro files are read as: trees worked out by hand.
import { describe, expect, it } from 'vitest'
import { type SyntaxNode, textOf, Unreadable } from '../expression/reader.ts'
import { treeOf as macroTree } from '../macros/expression-grammar.ts'
import { type TokenKind, treeOf } from './grammar.ts'

/** A tree with brackets around each node that has parts, and the text of each that has none. */
const shown = (node: SyntaxNode, text: string): string =>
  node.children.length > 0
    ? `${node.name}[${node.children.map(each => shown(each, text)).join(' ')}]`
    : textOf(node, text) || node.name

const tree = (text: string, kind: TokenKind = 'Expression') =>
  treeOf(text, kind)
    .children.map(each => shown(each, text))
    .join(' ')

const macro = (text: string, top: 'Expression' | 'Several' = 'Expression') =>
  macroTree(text, top)
    .children.map(each => shown(each, text))
    .join(' ')

/** Where a text can’t be read from on. */
function stops(read: () => unknown): number | null {
  try {
    read()
    return null
  } catch (error) {
    if (error instanceof Unreadable) return error.at
    throw error
  }
}

describe('a formula', () => {
  it('binds signs before one closest, then points, then dashes, each from the left', () => {
    expect(tree('1 - 2 - 3 * -4 / 5')).toBe('Sum[Sum[1 - 2] - Product[Product[3 Negated[4]] / 5]]')
    expect(tree('-(1 + 2) * 3')).toBe('Product[Negated[Grouped[Sum[1 2]]] 3]')
  })

  it('binds not before and, and before or', () => {
    expect(tree('not uses T1 and has chamber or 1 < 2 and 2 is not 3', 'Condition')).toBe(
      'Or[And[Not[not Uses[uses T1]] and Has[has chamber]] or And[Comparison[1 < 2] and Comparison[2 is not 3]]]',
    )
  })

  it('takes brackets for a condition’s or a number’s by what is in them', () => {
    expect(tree('((1 + 2) * 3 > 4) and ((a) < b)', 'Condition')).toBe(
      'And[AllGrouped[Comparison[Product[Grouped[Sum[1 2]] 3] > 4]] and AllGrouped[Comparison[Grouped[Value[a]] < Value[b]]]]',
    )
  })

  it('has its unit and its range behind it', () => {
    expect(tree('a / s mm from - 1 to 2', 'Setting')).toBe('Product[Value[a] / Value[s]] mm from - 1 to 2')
    expect(tree('10mm³/s', 'Setting')).toBe('10 mm³/s')
  })

  it('is refused at the first sign that can’t stand there', () => {
    const at = (text: string, kind: TokenKind = 'Expression') => stops(() => treeOf(text, kind))
    expect([at('1 + * 2'), at('(1 + 2'), at('1.2.3'), at('a of b'), at('')]).toEqual([4, 6, 3, 5, 0])
    // A number is no condition, nor a condition a number: known where something else would have to follow.
    expect([at('a and b > 1', 'Condition'), at('(a > 1) + 2 > 1', 'Condition'), at('1 + (a > 1)')]).toEqual([2, 8, 7])
    expect([at('and + 1'), at('T0 + 1'), at('5 ²'), at('5 mm', 'Expression'), at('1 from 2 to', 'Setting')]).toEqual([
      0, 0, 2, 2, 11,
    ])
  })
})

describe('an expression of a macro file', () => {
  it('binds as the board does: choices last, then ^, then and with or alike', () => {
    expect(macro('1 + 2 * 3 < 4 && a || b ^ c ? 5 : d ? 6 : 7')).toBe(
      'Choice[Joined[Or[And[Comparison[Sum[1 Product[2 3]] < 4] Path[a]] Path[b]] Path[c]] 5 Choice[Path[d] 6 7]]',
    )
  })

  it('has paths, calls, lists and their items', () => {
    expect(macro('move.axes[#tools - 1].homed')).toBe(
      'Path[move Member[axes] Item[Sum[Count[Path[tools]] - 1]] Member[homed]]',
    )
    expect(macro('{1, {2,}, (3)}[0][1]')).toBe('Indexed[List[1 List[2] Grouped[3]] Item[0] Item[1]]')
    expect(macro('max(1, "a""b"), 0x1F', 'Several')).toBe('Call[max 1 "a""b"] 0x1F')
  })

  it('is refused at the first sign that can’t stand there', () => {
    const at = (text: string) => stops(() => macroTree(text, 'Expression'))
    expect([at('a ? b'), at('{1 2}'), at('a.and'), at('f()'), at('{}'), at('"a'), at('a [1')]).toEqual([
      5, 3, 2, 2, 1, 0, 4,
    ])
  })
})
