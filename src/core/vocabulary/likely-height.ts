// Guesses the height that the last line of many slicers asks for, whatever its words are called:
// `{shift + min(height_so_far + 2, printer_height)}`.
import { plainFunction, readExpression, type Tree } from './expression.ts'
import { type Foreign, type LookUp, workOut } from './foreign.ts'

/** Heights in mm: of the print up to now, and of the whole printer. */
export type Heights = { reachedMm: number; limitMm: number }

/** Whether a part of a formula has a word. */
const hasWord = (tree: Tree): boolean =>
  tree.is === 'word' || (tree.is === 'two' && (hasWord(tree.left) || hasWord(tree.right)))

/** Whether a part is a word plus a number, such as `height_so_far + 2`. */
const isRaised = (tree: Tree): boolean => tree.is === 'two' && tree.operator === '+' && hasWord(tree)

/** The words of each part of `min(a + 2, b)`: those of the raised part mean the print, the others the printer. */
function* meanings(tree: Tree): Generator<[word: string, means: keyof Heights | 'shift']> {
  if (tree.is === 'word') yield [tree.name, 'shift']
  else if (tree.is === 'negative') yield* meanings(tree.of)
  else if (tree.is === 'two') {
    yield* meanings(tree.left)
    yield* meanings(tree.right)
  } else if (tree.is === 'call')
    for (const part of tree.of)
      for (const [word] of meanings(part)) yield [word, isRaised(part) ? 'reachedMm' : 'limitMm']
}

/** Whether a formula contains `min` of a raised height and a limit. */
function limits(tree: Tree): boolean {
  if (tree.is === 'call')
    return plainFunction(tree.name) === 'min' && tree.of.length === 2 && tree.of.filter(isRaised).length === 1
  return tree.is === 'two' && '+-'.includes(tree.operator) && (limits(tree.left) || limits(tree.right))
}

/**
 * Returns the height in mm that a formula of this shape asks for; null for other formulas. Words that `lookUp` knows
 * keep their values. A word outside of `min` is a shift of 0 mm.
 *
 * @example likelyHeight('lift+min(top_so_far+2, tallest)', { reachedMm: 4, limitMm: 240 }, () => null) // 6
 */
export function likelyHeight(formula: string, heights: Heights, lookUp: LookUp): number | null {
  const tree = readExpression(formula)
  if (!tree || !limits(tree)) return null
  const means = new Map(meanings(tree))
  const guessed = (word: string): Foreign => {
    const meant = means.get(word)
    return meant === undefined ? null : meant === 'shift' ? 0 : heights[meant]
  }
  const value = workOut(formula, (word, ...rest) => lookUp(word, ...rest) ?? guessed(word))
  return typeof value === 'number' ? value : null
}
