// Learns a vocabulary from a script that a person already uses: finds its bracketed words, and guesses what each means.
import type { Vocabulary, VocabularyWord } from '../model/vocabulary.ts'

type Style = Pick<Vocabulary, 'open' | 'close'>

const styles: readonly Style[] = [
  { open: '{', close: '}' },
  { open: '[', close: ']' },
  { open: '%', close: '%' },
  { open: '<', close: '>' },
]

const identifier = /[A-Za-z_][\w.]*/g
/** Words that open, continue and close branches in one language or another. */
const branchWords = {
  when: ['if', 'when'],
  otherwiseWhen: ['elsif', 'elseif', 'elif', 'else if'],
  otherwise: ['else', 'otherwise'],
  end: ['endif', 'end', 'fi', 'end if'],
}
/** The word for the other branch where the script has none: the one that goes with how a branch opens. */
const goesWith = (when: string): string => (when === 'if' ? 'else' : 'otherwise')

const connectives = new Set(['and', 'or', 'not', 'min', 'max', 'round', 'abs', 'int', 'true', 'false', 'is'])

/** Everything between a style's signs, with where it stands: brackets within brackets belong to the outer ones. */
export function bracketed(text: string, { open, close }: Style): { from: number; to: number; inside: string }[] {
  const found: { from: number; to: number; inside: string }[] = []
  for (let from = text.indexOf(open); from >= 0; from = text.indexOf(open, from)) {
    const to = closing(text, from, open, close)
    if (to < 0) {
      from += open.length
      continue
    }
    found.push({ from, to, inside: text.slice(from + open.length, to - close.length) })
    from = to
  }
  return found
}

function closing(text: string, from: number, open: string, close: string): number {
  const lineEnd = text.indexOf('\n', from)
  const end = lineEnd < 0 ? text.length : lineEnd
  let depth = 0
  for (let at = from; at < end; ) {
    if (open !== close && text.startsWith(open, at)) {
      depth++
      at += open.length
    } else if (text.startsWith(close, at) && at > from) {
      at += close.length
      if (--depth <= 0) return at
    } else at++
  }
  return -1
}

const isWord = (inside: string): boolean => /^\s*[A-Za-z_]/.test(inside)

/** What a person may take for granted about a word, and how sure that is, from 0 to 1. */
export type Guess = { value: string | null; sureness: number }

type Clue = { value: string; needs: readonly (readonly string[])[]; not?: readonly string[] }

const temperature = ['temperature', 'temp', 'temps', 'heat']
const first = ['first', 'initial', 'layer0', 'start']
const bed = ['bed', 'plate', 'platform', 'heatbed']
const hot = ['nozzle', 'extruder', 'hotend', 'tool', 'hot', 'head', 'print', 'printing']
const layer = ['layer', 'layers']

/** The most telling first: a word that has something from each list may mean the value. */
const clues: readonly Clue[] = [
  { value: 'chamber', needs: [['chamber', 'enclosure', 'air'], temperature] },
  { value: 'bed', needs: [bed, temperature, first] },
  { value: 'nozzle', needs: [hot, temperature, first], not: bed },
  { value: 'bed_later', needs: [bed, temperature] },
  { value: 'nozzle_later', needs: [hot, temperature], not: bed },
  { value: 'nozzle', needs: [first, layer, temperature], not: bed },
  { value: 'nozzle_later', needs: [temperature], not: [...bed, ...first] },
  { value: 'nozzle_size', needs: [['nozzle'], ['diameter', 'size', 'width']] },
  { value: 'filament_size', needs: [['filament'], ['diameter', 'size']] },
  {
    value: 'flow',
    needs: [
      ['flow', 'multiplier', 'extrusion'],
      ['factor', 'multiplier', 'flow', 'ratio'],
    ],
  },
  { value: 'first_layer', needs: [first, layer, ['height', 'thickness']] },
  { value: 'layer_height', needs: [layer, ['height', 'thickness']] },
  {
    value: 'layers',
    needs: [
      ['total', 'count', 'number'],
      ['layers', 'layer'],
      ['total', 'count'],
    ],
  },
  { value: 'layer', needs: [layer, ['num', 'number', 'no', 'nr', 'index', 'current']], not: ['total', 'count'] },
  {
    value: 'top',
    needs: [
      ['max', 'highest', 'total'],
      ['z', 'height'],
    ],
  },
  { value: 'height', needs: [layer, ['z']] },
  {
    value: 'top',
    needs: [
      ['max', 'total', 'object', 'print'],
      ['z', 'height'],
    ],
    not: layer,
  },
  {
    value: 'print_left',
    needs: [
      ['min', 'left'],
      ['x', 'left'],
    ],
  },
  {
    value: 'print_right',
    needs: [
      ['max', 'right'],
      ['x', 'right'],
    ],
  },
  {
    value: 'print_front',
    needs: [
      ['min', 'front'],
      ['y', 'front'],
    ],
  },
  {
    value: 'print_back',
    needs: [
      ['max', 'back'],
      ['y', 'back'],
    ],
  },
  {
    value: 'to_tool',
    needs: [
      ['next', 'to', 'new'],
      ['tool', 'extruder'],
    ],
  },
  {
    value: 'from_tool',
    needs: [
      ['previous', 'from', 'old', 'last'],
      ['tool', 'extruder'],
    ],
  },
  {
    value: 'first_tool',
    needs: [
      [...first, 'current'],
      ['tool', 'extruder'],
    ],
  },
  { value: 'first_tool', needs: [['tool', 'extruder']], not: temperature },
]

/** The ordinary words in a name: `firstLayerBed_temp0` has first, layer, bed, temp. */
const partsOf = (word: string): string[] =>
  word
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter(Boolean)

/** Guesses from the ordinary words inside. The more of them the guess accounts for, the surer it is. */
export function guessMeaning(word: string): Guess {
  // Layers count from 0 where a word says so: that is the first.
  const parts = [...partsOf(word), ...(/layer_?0\b|(?:^|_)0_?layer/i.test(word) ? ['first'] : [])]
  for (const { value, needs, not = [] } of clues) {
    if (parts.some(part => not.includes(part))) continue
    if (!needs.every(any => any.some(each => parts.includes(each)))) continue
    const known = new Set(needs.flat())
    const told = parts.filter(part => known.has(part) || layer.includes(part)).length / parts.length
    return { value, sureness: Math.round((0.4 + 0.15 * needs.length + 0.2 * told) * 100) / 100 }
  }
  return { value: null, sureness: 0 }
}

export type Learned = { vocabulary: Vocabulary; guesses: ReadonlyMap<string, Guess> }

/** Two words for one value: the surer keeps it, the other is left for the person to say. */
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

const reserved = new Set([...Object.values(branchWords).flat(), ...connectives])

/** The words in what stands between a placeholder's signs, each once; not those that join formulas and branches. */
export const wordsIn = (inside: string): string[] =>
  [...new Set([...inside.replace(/"[^"]*"|'[^']*'/g, '').matchAll(identifier)].map(([word]) => word))].filter(
    word => !reserved.has(word.toLowerCase()),
  )

/** The vocabulary that a script is written in, as far as it shows; null where it has no bracketed words. */
export function learn(text: string, name: string): Learned | null {
  const counted = styles.map(style => ({ style, found: bracketed(text, style).filter(({ inside }) => isWord(inside)) }))
  const best = counted.sort((a, b) => b.found.length - a.found.length)[0]
  if (!best || best.found.length === 0) return null
  const insides = best.found.map(({ inside }) => inside.trim())
  const used = (candidates: readonly string[]): string | null =>
    candidates.find(each => insides.some(inside => new RegExp(`^${each}\\b`).test(inside))) ?? null
  const when = used(branchWords.when)
  const end = used(branchWords.end)
  const branch =
    when && end
      ? {
          when,
          otherwiseWhen: used(branchWords.otherwiseWhen),
          otherwise: used(branchWords.otherwise) ?? goesWith(when),
          end,
        }
      : null
  const names = new Set(insides.flatMap(wordsIn))
  const guesses = new Map([...names].map(word => [word, guessMeaning(word)]))
  const words = [...names].map(word => ({ word, value: guesses.get(word)?.value ?? null, standIn: null }))
  // A word before a bracket that joins formulas, as in `not (a)`, has no number of a tool behind it.
  const indexed = insides
    .flatMap(inside => [...inside.matchAll(/(?<![\w.])([A-Za-z_][\w.]*)\s{0,9}([[(])\s{0,9}\w{1,80}\s{0,9}[\])]/g)])
    .find(([, word = '']) => !reserved.has(word))
  const bracket = indexed?.[2]
  return {
    vocabulary: {
      name,
      ...best.style,
      index: bracket ? { open: bracket, close: bracket === '[' ? ']' : ')' } : null,
      words: withoutDoubles(words, guesses),
      formulas: insides.some(inside => /[-+*/]/.test(inside)) || branch !== null,
      branch,
      moments: null,
      printers: [],
      addsHeating: false,
      resetsFilament: false,
    },
    guesses,
  }
}
