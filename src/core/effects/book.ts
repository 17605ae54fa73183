// The command book: all commands of all families, with a search by word or by effect.
import type { CommandSpec, FirmwareFamily } from '../firmware/spec.ts'
import type { FamilyName } from '../model/family.ts'
import { recordOf } from './effects.ts'

export type BookEntry = { name: string; inFamilies: { family: FamilyName; spec: CommandSpec }[] }

const fillers = new Set(['a', 'an', 'and', 'for', 'of', 'on', 'the', 'to', 'until', 'with'])
/** The words of a text in lower case. */
export const wordsIn = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}_.]+/gu) ?? []

/** The words of a text, and each pair of neighbours joined: “end stops” also matches “endstops”. */
export function soughtIn(text: string): string[] {
  const words = wordsIn(text)
  return [...words, ...words.slice(1).map((word, i) => `${words[i]}${word}`)]
}

/** All commands, each once, ordered by letter and number, followed by names. */
export function bookOf(families: readonly FirmwareFamily[]): BookEntry[] {
  const entries = new Map<string, BookEntry>()
  for (const { family, commands } of families)
    for (const spec of commands.values()) {
      const entry = entries.get(spec.name) ?? { name: spec.name, inFamilies: [] }
      entry.inFamilies.push({ family, spec })
      entries.set(spec.name, entry)
    }
  const rank = (name: string): [string, number] => {
    const plain = /^([GM])(\d+(?:\.\d+)?)$/.exec(name)
    return plain ? [plain[1] as string, Number(plain[2])] : [name === 'T' ? 'T' : `Z${name}`, 0]
  }
  return [...entries.values()].sort((a, b) => {
    const [[letterA, numberA], [letterB, numberB]] = [rank(a.name), rank(b.name)]
    return letterA.localeCompare(letterB) || numberA - numberB
  })
}

/** How well an entry matches a word: by name, by title, by other words; 0 if it does not. */
function met(word: string, entry: BookEntry): number {
  if (entry.name.toLowerCase() === word) return 100
  if (entry.name.toLowerCase().startsWith(word)) return 8
  let best = 0
  for (const { spec } of entry.inFamilies) {
    if (soughtIn(spec.title).some(each => each.startsWith(word))) best = Math.max(best, 10)
    const more = `${recordOf(spec.effect).book.alsoCalled ?? ''} ${spec.letters.map(({ means }) => means).join(' ')} ${spec.notes ?? ''}`
    if (soughtIn(more).some(each => each.startsWith(word))) best = Math.max(best, 2)
    if (entry.name.toLowerCase().includes(word)) best = Math.max(best, 4)
  }
  return best
}

/** Entries that match every word of the query (“wait for bed”), best first; all entries for an empty query. */
export function searchBook(entries: readonly BookEntry[], query: string): BookEntry[] {
  const words = wordsIn(query).filter(word => !fillers.has(word))
  if (words.length === 0) return [...entries]
  return entries
    .map(entry => ({ entry, scores: words.map(word => met(word, entry)) }))
    .filter(({ scores }) => scores.every(score => score > 0))
    .map(({ entry, scores }) => ({ entry, score: scores.reduce((sum, each) => sum + each, 0) }))
    .sort((a, b) => b.score - a.score)
    .map(({ entry }) => entry)
}
