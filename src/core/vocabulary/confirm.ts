// The placeholders of a rehearsed script as a table to confirm, and the vocabulary made from the confirmed table.
import { newVocabulary, type Vocabulary, type VocabularyWord } from '../model/vocabulary.ts'
import { guessMeaning } from './guess.ts'
import { learn, wordsIn } from './learn.ts'
import type { Placeholder } from './placeholders.ts'
import { insideOf } from './tags.ts'

/** A word to confirm: its assumed meaning, its lines, and the value used for its first placeholder. */
export type WordToConfirm = Omit<VocabularyWord, 'signs'> & { lines: number[]; shown: string; with: string | null }

/**
 * The words of all placeholders, each once, with the assumed meaning. A placeholder of a single word has the meaning it
 * was rehearsed with. Words of unknown meaning come last and need a number.
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
 * The vocabulary with the confirmed words, for one printer. Words that the printer's vocabulary already has are kept.
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
  const given = new Set(words.map(({ word }) => word))
  return {
    ...base,
    words: [
      ...base.words.filter(({ word }) => known && !given.has(word)),
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

/** A vocabulary without branches, with the delimiters of a word in the text. */
function plainSigns(text: string, word: string, name: string): Vocabulary {
  const at = text.indexOf(word)
  const open = /(?<![^\s\w])[^\s\w]*$/.exec(text.slice(Math.max(0, at - 12), at))?.[0] || '{'
  const close = /^[^\s\w]*/.exec(text.slice(at + word.length))?.[0] || '}'
  return newVocabulary(name, { open, close })
}
