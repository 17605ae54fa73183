// Placeholders that a script was rehearsed with, as a table to confirm, and the vocabulary that the confirmed table makes.
import { newVocabulary, type Vocabulary, type VocabularyWord } from '../model/vocabulary.ts'
import { guessMeaning } from './guess.ts'
import { learn, wordsIn } from './learn.ts'
import type { Placeholder } from './placeholders.ts'
import { insideOf } from './tags.ts'

/** A word to confirm: what it is taken for, in which lines it stands, and what its first placeholder was rehearsed with. */
export type WordToConfirm = Omit<VocabularyWord, 'signs'> & { lines: number[]; shown: string; with: string | null }

/**
 * The words of placeholders, each once, with what each is taken for; a lone word has the meaning that it was rehearsed with. The
 * words of `absent` ones, whose meaning nothing tells, come last and want a number.
 */
export function wordsToConfirm(
  placeholders: readonly Placeholder[],
  absent: ReadonlyMap<string, readonly number[]> = new Map(),
): WordToConfirm[] {
  const words = new Map<string, WordToConfirm>()
  for (const placeholder of placeholders) {
    const inside = wordsIn(insideOf(placeholder.text))
    for (const word of inside) {
      const before = words.get(word)
      if (before) {
        before.lines.push(...placeholder.lines.filter(line => !before.lines.includes(line)))
        continue
      }
      const value = inside.length === 1 ? placeholder.value : guessMeaning(word).value
      const number = Number.parseFloat(placeholder.with)
      const standIn = value === null && inside.length === 1 && Number.isFinite(number) ? number : null
      words.set(word, {
        word,
        value,
        standIn,
        lines: [...placeholder.lines],
        shown: placeholder.text,
        with: placeholder.with,
      })
    }
  }
  for (const [shown, lines] of absent)
    for (const word of wordsIn(insideOf(shown)))
      if (!words.has(word)) words.set(word, { word, value: null, standIn: null, lines: [...lines], shown, with: null })
  return [...words.values()].map(each => ({ ...each, lines: [...each.lines].sort((a, b) => a - b) }))
}

/**
 * The vocabulary of a script with its words as they were confirmed, for one printer. What that printer's vocabulary knew
 * already is kept.
 */
export function confirmed(
  text: string,
  words: readonly Omit<VocabularyWord, 'signs'>[],
  { name, printer, known }: { name: string; printer: string; known: Vocabulary | undefined },
): Vocabulary {
  const [first] = words
  const base = known ?? learn(text, name)?.vocabulary ?? (first && plainSigns(text, first.word, name))
  if (!base) throw new RangeError('There is no word to confirm.')
  const delimitersIn = [...base.words, ...(learn(text, name)?.vocabulary.words ?? [])]
  const said = new Set(words.map(({ word }) => word))
  return {
    ...base,
    words: [
      ...base.words.filter(({ word }) => known && !said.has(word)),
      ...words.map(({ word, value, standIn }) => ({
        word,
        value,
        standIn: value === null ? standIn : null,
        signs: delimitersIn.find(each => each.word === word)?.signs ?? null,
      })),
    ],
    printers: [...new Set([...base.printers, printer])],
  }
}

/** A vocabulary without branches, with the signs that stand around a word in the text. */
function plainSigns(text: string, word: string, name: string): Vocabulary {
  const at = text.indexOf(word)
  const open = /(?<![^\s\w])[^\s\w]*$/.exec(text.slice(Math.max(0, at - 12), at))?.[0] || '{'
  const close = /^[^\s\w]*/.exec(text.slice(at + word.length))?.[0] || '}'
  return newVocabulary(name, { open, close })
}
