// Translates the tree of a slicer's formula or condition into our language; null if a part can't be expressed in it.
import { textSpecs, valueSpecs } from '../formula/values.ts'
import type { Vocabulary } from '../model/vocabulary.ts'
import { elementName, plainFunction, plainIndex, type Tree } from './expression.ts'
import { perTool } from './guess.ts'

/** Precedence from loose to tight, for setting brackets only where they are needed. */
const binds = { or: 1, and: 2, not: 3, compare: 4, sum: 5, product: 6, negative: 7, bare: 8 } as const

type Ours = { text: string; kind: 'number' | 'condition' | 'text'; bind: number }
/** The vocabulary, and the slicer's own variables with the settings that replace them. */
export type Knowing = { vocabulary: Vocabulary; variables: ReadonlyMap<string, string> }

const texts = new Set(textSpecs.map(({ name }) => name))
const ourNames = new Set([...valueSpecs, ...textSpecs].map(({ name }) => name))

/** Whether a setting with this name would hide a value of ours. */
export const isOurName = (name: string): boolean =>
  ourNames.has(name) ||
  /^(?:min|max|round|abs|clamp|floor|ceil|remainder|choose|uses|has|is|and|or|not|of|when|otherwise|end|highest|lowest|from|to|true|false|next|previous|T\d+)$/i.test(
    name,
  )

const within = ({ text, bind }: Ours, least: number): string => (bind < least ? `(${text})` : text)
const number = (text: string, bind: number = binds.bare): Ours => ({ text, kind: 'number', bind })
const condition = (text: string, bind: number): Ours => ({ text, kind: 'condition', bind })

/** A number is true as a condition if it is not 0, as in slicers. */
const asCondition = (ours: Ours | null): Ours | null =>
  ours?.kind === 'number'
    ? condition(`${within(ours, binds.sum)} is not 0`, binds.compare)
    : ours?.kind === 'condition'
      ? ours
      : null

const asNumber = (ours: Ours | null): Ours | null =>
  ours?.kind === 'condition' ? number(`choose(${ours.text}, 1, 0)`) : ours?.kind === 'number' ? ours : null

/** Values that are never negative. */
const signless = /^(?:nozzle|bed|chamber|ooze|soak|flow|filament|first_|layer|height|top|to_tool|from_tool|tools)/

/** Whether a formula is never negative: sums and products of such values. */
const isNeverBelow0 = (text: string): boolean =>
  /^[\w .+*/()]+$/.test(text) && [...text.matchAll(/[a-z]\w*/g)].every(([each]) => signless.test(each))

/** Translates a formula or condition; null if a part of it can't be expressed. */
export function asOurFormula(tree: Tree, kind: 'Expression' | 'Condition', knowing: Knowing): string | null {
  const ours = inOurWords(tree, knowing)
  return (kind === 'Condition' ? asCondition(ours) : asNumber(ours))?.text ?? null
}

function inOurWords(tree: Tree, knowing: Knowing): Ours | null {
  const ours = (of: Tree) => inOurWords(of, knowing)
  switch (tree.is) {
    case 'number':
      return number(tree.text)
    case 'text':
      return tree.text.includes('"') ? null : { text: `"${tree.text}"`, kind: 'text', bind: binds.bare }
    case 'truth':
      return condition(tree.so ? '1 is 1' : '1 is 0', binds.compare)
    case 'negative': {
      const of = asNumber(ours(tree.of))
      return of && number(`-${within(of, binds.negative)}`, binds.negative)
    }
    case 'not': {
      const of = asCondition(ours(tree.of))
      return of && condition(`not ${within(of, binds.bare)}`, binds.not)
    }
    case 'choice': {
      const [when, yes, no] = [asCondition(ours(tree.when)), asNumber(ours(tree.yes)), asNumber(ours(tree.no))]
      return when && yes && no && number(`choose(${when.text}, ${yes.text}, ${no.text})`)
    }
    case 'call':
      return called(tree, knowing)
    case 'word':
      return word(tree, knowing)
    case 'two':
      return joined(tree, knowing)
  }
}

function called({ name, of }: Extract<Tree, { is: 'call' }>, knowing: Knowing): Ours | null {
  const values = of.map(each => asNumber(inOurWords(each, knowing)))
  const [first] = values
  if (!first || values.some(each => each === null)) return null
  const list = values.map(each => each?.text).join(', ')
  switch (plainFunction(name)) {
    case 'min':
    case 'max':
      return number(`${plainFunction(name)}(${list})`)
    case 'abs':
    case 'floor':
    case 'round':
      return values.length === 1 ? number(`${plainFunction(name)}(${list})`) : null
    case 'ceil':
    case 'ceiling':
      return values.length === 1 ? number(`ceil(${list})`) : null
    case 'int':
    case 'integer':
    case 'trunc':
      if (values.length !== 1) return null
      return number(
        isNeverBelow0(list)
          ? `floor(${list})`
          : `choose(${within(first, binds.sum)} < 0, ceil(${list}), floor(${list}))`,
      )
    case 'float':
    case 'number':
      return values.length === 1 ? first : null
    default:
      return null
  }
}

function word(tree: Extract<Tree, { is: 'word' }>, { vocabulary: { words }, variables }: Knowing): Ours | null {
  const meaning = (name: string | null): string | null => words.find(each => each.word === name)?.value ?? null
  const setting = variables.get(tree.name)
  if (setting) return tree.index.length === 0 ? number(setting) : null
  const element = tree.index.length > 0 ? meaning(elementName(tree)) : null
  const value = element ?? meaning(tree.name)
  if (!value) return null
  const of = element ? '' : toolIndex(tree, value, meaning)
  if (of === null) return null
  if (value === 'uses') return of ? condition(`uses ${of.slice(4)}`, binds.bare) : null
  return { text: value + of, kind: texts.has(value) ? 'text' : 'number', bind: binds.bare }
}

/** ` of T1` for a word's index; null if it can't be expressed, because an index must not be lost. */
function toolIndex(
  { index }: Extract<Tree, { is: 'word' }>,
  value: string,
  meaning: (name: string) => string | null,
): string | null {
  const [only, ...more] = index
  if (!only) return ''
  const plain = plainIndex(only)
  if (more.length > 0 || plain === null || !(perTool.has(value) || value === 'uses')) return null
  if (/^\d+$/.test(plain)) return ` of T${Number(plain)}`
  const by = meaning(plain)
  return by === 'to_tool'
    ? ' of next'
    : by === 'from_tool'
      ? ' of previous'
      : by === 'first_tool'
        ? ' of first_tool'
        : null
}

const comparisons: Readonly<Record<string, string>> = {
  '==': 'is',
  '!=': 'is not',
  '<': '<',
  '<=': '<=',
  '>': '>',
  '>=': '>=',
}

function joined(
  { operator, left: leftTree, right: rightTree }: Extract<Tree, { is: 'two' }>,
  knowing: Knowing,
): Ours | null {
  const [left, right] = [inOurWords(leftTree, knowing), inOurWords(rightTree, knowing)]
  if (operator === 'and' || operator === 'or') {
    const [one, other] = [asCondition(left), asCondition(right)]
    const bind = binds[operator]
    return one && other && condition(`${within(one, bind)} ${operator} ${within(other, bind + 1)}`, bind)
  }
  const compares = comparisons[operator]
  if (compares) {
    if (!left || !right) return null
    if (left.kind === 'text' || right.kind === 'text')
      return left.kind === right.kind && /^is/.test(compares)
        ? condition(`${left.text} ${compares} ${right.text}`, binds.compare)
        : null
    // `used[1] == 1` and `used[1] == true` mean `used[1]`; a comparison with 0 or false means the opposite.
    const plainCondition =
      left.kind === 'condition' ? left : right.kind === 'condition' && rightTree.is !== 'truth' ? right : null
    const by = plainCondition === left ? rightTree : leftTree
    const so = by.is === 'truth' ? by.so : by.is === 'number' && /^[01]$/.test(by.text) ? by.text === '1' : null
    if (plainCondition && so !== null && /^is/.test(compares))
      return so === (compares === 'is')
        ? plainCondition
        : condition(`not ${within(plainCondition, binds.bare)}`, binds.not)
    const [one, other] = [asNumber(left), asNumber(right)]
    return one && other && condition(`${within(one, binds.sum)} ${compares} ${within(other, binds.sum)}`, binds.compare)
  }
  const [one, other] = [asNumber(left), asNumber(right)]
  if (!one || !other) return null
  // Slicers differ in the remainder of negative numbers, and for fractions it depends on the last digit.
  if (operator === '%')
    return isNeverBelow0(one.text) && /^[1-9]\d*$/.test(other.text)
      ? number(`remainder(${one.text}, ${other.text})`)
      : null
  const bind = operator === '+' || operator === '-' ? binds.sum : binds.product
  return number(`${within(one, bind)} ${operator} ${within(other, bind + 1)}`, bind)
}
