// Learns a vocabulary from a script that a person already uses: delimiters, words, branches, and the likely meaning of
// each word.
import { type Delimiters, newVocabulary, type Vocabulary, type VocabularyWord } from '../model/vocabulary.ts'
import { bareName, elementName, plainFunction, plainIndex, readExpression, type Tree, wordsOf } from './expression.ts'
import { type Guess, guessMeaning, perTool } from './guess.ts'
import { type Span, spansIn, styles } from './syntax.ts'
import { assignmentIn, branchIn, loopIn } from './tags.ts'

export type Learned = { vocabulary: Vocabulary; guesses: ReadonlyMap<string, Guess> }

type Word = Extract<Tree, { is: 'word' }>

/** The formula or condition between delimiters; null for other parts of a branch or loop. */
export function formulaIn(inside: string): string | null {
  const branch = branchIn(inside)
  if (branch) return branch.condition || null
  if (loopIn(inside)) return null
  return assignmentIn(inside)?.formula ?? inside
}

/** Words that look like placeholders, for texts that can't be parsed as a formula. */
const looseWords = (text: string): Word[] =>
  [...text.replace(/"[^"]*"|'[^']*'/g, '').matchAll(/[A-Za-z_][\w.]*(?!\s*\()/g)].flatMap(([name]) =>
    /^(?:and|or|not|is|true|false|in|if|else|end)$/i.test(name) ? [] : [{ is: 'word', name, index: [] }],
  )

function wordsInFormula(formula: string): Word[] {
  const tree = readExpression(formula)
  return tree ? [...wordsOf(tree)] : looseWords(formula)
}

/** The words between a placeholder's delimiters, each once, without operators and branch words. */
export const wordsIn = (inside: string): string[] => [
  ...new Set(wordsInFormula(formulaIn(inside) ?? '').map(({ name }) => name)),
]

/** Axes by number or name. */
const axes: Readonly<Record<string, string>> = { '0': 'x', '1': 'y', '2': 'z' }

/** The meaning of a list's element: `area_min[0]` is the print's left edge, `bounds[x_max]` its right edge. */
export function guessElement({ name, index }: Word): Guess {
  const plain = index.map(plainIndex)
  const alone = guessMeaning(name)
  if (plain.length === 0 || plain.some(each => each === null)) return { value: null, sureness: 0 }
  // A list by tools has the tool number as its index, which explains itself.
  if (plain.length === 1 && perTool.has(alone.value ?? '')) return { value: null, sureness: 0 }
  const range = /range|extent|span|limits/i.test(name)
  const named = plain.map((each, i) => {
    const key = (each ?? '').toLowerCase()
    const axisCame = /(?:^|_)[xyz](?:_|$)/i.test(name) || plain.slice(0, i).some(one => /^[xyz]$/i.test(one ?? ''))
    if (axisCame && (key === '0' || key === '1')) return key === '0' ? 'min' : 'max'
    return axes[key] ?? key
  })
  return guessMeaning([range ? name.replace(/range|extent|span|limits/gi, '') : name, ...named].join('_'))
}

/** `nozzle_heat_1` is tool 1's nozzle if there is also a word for tool 0; counted from 1, it could be either. */
function ofNumberedTool(name: string, all: ReadonlySet<string>): Guess | null {
  const [, head = '', digit = '', tail = ''] = /^(.*?)(\d{1,2})(\D*)$/.exec(name) ?? []
  const guess = digit ? guessMeaning(`${head}${tail}`.replace(/^_+|_+$/g, '').replace(/__+/g, '_')) : null
  if (!guess?.value || !perTool.has(guess.value) || !all.has(`${head}0${tail}`)) return null
  return { value: `${guess.value} of T${Number(digit)}`, sureness: guess.sureness }
}

/** If two words have the same meaning, the more certain one keeps it, and the other is left to the person. */
function withoutDoubles(words: readonly VocabularyWord[], guesses: ReadonlyMap<string, Guess>): VocabularyWord[] {
  const surest = new Map<string, string>()
  for (const { word, value } of words) {
    const best = value === null ? undefined : surest.get(value)
    if (
      value !== null &&
      (best === undefined || (guesses.get(word)?.sureness ?? 0) > (guesses.get(best)?.sureness ?? 0))
    )
      surest.set(value, word)
  }
  return words.map(each =>
    each.value !== null && surest.get(each.value) !== each.word ? { ...each, value: null } : each,
  )
}

const same = (one: Delimiters, other: Delimiters): boolean => one.open === other.open && one.close === other.close

/** Formulas and branches count more than single words. */
function mainSigns(spans: readonly Span[]): Delimiters | null {
  const weigh = ({ inside, signs }: Span): number =>
    signs.open === '{%' ? 0 : branchIn(inside) || loopIn(inside) ? 100 : /[-+*/<>=?&|]/.test(inside) ? 10 : 1
  const weights = styles.map(style => ({
    style,
    weight: spans.filter(({ signs }) => same(signs, style)).reduce((sum, span) => sum + weigh(span), 0),
  }))
  const [best] = weights.sort((a, b) => b.weight - a.weight)
  if (best && best.weight > 0) return best.style
  // If a script has branches only, its values use the delimiters that go with them.
  return spans.length > 0 ? { open: '{{', close: '}}' } : null
}

/** The words of its branches as it writes them: `If`, `else if`, `endif`. */
function branchOf(spans: readonly Span[], main: Delimiters): Vocabulary['branch'] {
  const written = (kind: NonNullable<ReturnType<typeof branchIn>>['kind']): string | null => {
    const span = spans.find(({ inside }) => branchIn(inside)?.kind === kind)
    if (!span) return null
    const words =
      kind === 'end' ? /^\s*(\w+(?:\s+\w+)?)/ : kind === 'otherwise-when' ? /^\s*(else\s+if|\w+)/i : /^\s*(\w+)/
    return words.exec(span.inside)?.[1]?.replace(/\s+/g, ' ') ?? null
  }
  const [when, end] = [written('when'), written('end')]
  if (!when || !end) return null
  const own = spans.find(({ inside }) => branchIn(inside)?.kind === 'when')?.signs ?? main
  return {
    when,
    otherwiseWhen: written('otherwise-when'),
    otherwise: written('otherwise') ?? (/^if$/i.test(when) ? 'else' : 'otherwise'),
    end,
    signs: same(own, main) ? null : own,
  }
}

/** The brackets around a tool number after a word, not those of a function or of a list's element. */
function indexIn(formulas: readonly string[], elements: ReadonlySet<string>): Delimiters | null {
  for (const formula of formulas)
    for (const [, name = '', open, at = ''] of formula.matchAll(
      /(?<![\w.])([A-Za-z_][\w.]*)\s{0,9}([[(])\s{0,9}(\w{1,80})\s{0,9}[\])]/g,
    )) {
      const tree = readExpression(`${name}[${at}]`)
      if (tree?.is !== 'word' || elements.has(elementName(tree) ?? '')) continue
      if (open === '(' && !/^\d/.test(at) && !/tool|first_tool/.test(guessMeaning(at).value ?? '')) continue
      if (readExpression(formula) === null || plainFunction(name) === 'not') continue
      return open === '[' ? { open: '[', close: ']' } : { open: '(', close: ')' }
    }
  return null
}

/** Learns the vocabulary of a script; null if the script has no placeholders. */
export function learn(text: string, name: string): Learned | null {
  const spans = spansIn(text, styles).filter(({ inside }) => /[A-Za-z_]/.test(inside))
  const main = mainSigns(spans)
  if (!main) return null
  const formulas = spans.flatMap(({ inside }) => formulaIn(inside) ?? [])
  const guesses = new Map<string, Guess>()
  const elements = new Set<string>()
  const own = new Set(spans.flatMap(({ inside }) => (branchIn(inside) ? [] : (assignmentIn(inside)?.name ?? []))))
  const all = formulas.flatMap(formula => wordsInFormula(formula))
  const names = new Set(all.map(each => each.name))
  // An index may name an axis, which is not a word of its own.
  const axisNames = new Set<string>()
  for (const word of all) {
    const element = word.index.length > 0 ? guessElement(word) : null
    const key = element?.value ? elementName(word) : null
    if (element && key) {
      elements.add(key)
      guesses.set(key, element)
      names.delete(word.name)
      for (const index of word.index) if (index.is === 'word') axisNames.add(index.name)
    }
  }
  for (const word of names)
    if (!own.has(word) && !axisNames.has(word)) {
      const used = all.some(each => each.name === word && each.index.length === 1) && asksUse(word)
      const guess = used ? { value: 'uses', sureness: 0.9 } : guessMeaning(word)
      guesses.set(word, guess.value ? guess : (ofNumberedTool(word, names) ?? guess))
    }
  const formulaText = formulas.join('\n')
  const isPlain = (inside: string): boolean => {
    const tree = readExpression(inside)
    return tree?.is === 'word' && tree.index.every(each => plainIndex(each) !== null)
  }
  const branch = branchOf(spans, main)
  const words = [...guesses.keys()].map((word): VocabularyWord => {
    const lone = spans.find(({ inside }) => isPlain(inside) && bareName(inside) === bareName(word))
    const signs = lone && !same(lone.signs, main) ? lone.signs : null
    return { word, value: guesses.get(word)?.value ?? null, standIn: null, signs }
  })
  const cLike = /&&|\|\||!(?!=)/.test(formulaText)
  return {
    vocabulary: {
      ...newVocabulary(name, main),
      index: indexIn(formulas, elements),
      words: withoutDoubles(words, guesses),
      formulas: branch !== null || formulas.some(each => /[-+*/]/.test(each)),
      joins: cLike ? { and: '&&', or: '||', not: '!' } : { and: 'and', or: 'or', not: 'not' },
      functions: [
        ...new Set(
          [...formulaText.matchAll(/(?<![\w.])([A-Za-z_][\w.]{0,40})\s{0,9}\(/g)].map(([, each = '']) => each),
        ),
      ].filter(each => ['min', 'max', 'abs', 'round', 'floor', 'ceil'].includes(plainFunction(each))),
      choices: /\?/.test(formulaText),
      branch,
    },
    guesses,
  }
}

/** `is_tool_used[1]` asks whether the job uses a tool. */
export function asksUse(word: string): boolean {
  const parts = word.toLowerCase().split(/[^a-z]+/)
  return (
    parts.some(part => part === 'used' || part === 'uses' || part === 'use') &&
    parts.some(part => part === 'tool' || part === 'extruder' || part === 'head')
  )
}
