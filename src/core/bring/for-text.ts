// What of the core a text needs, loaded when it comes.
import { needsChangeRules, needsVocabularyRules } from '../check/at-hand.ts'
import type { RehearsalInput } from '../round.ts'

type Part = { needed: (text: string, setting: RehearsalInput) => boolean; load: () => Promise<unknown> }

/** Loosely: one that is loaded for nothing does no harm. */
const parts: readonly Part[] = [
  {
    needed: (_, { printer }) => printer.firmware.family === 'host' || Boolean(printer.macros),
    load: () => import('./templates.ts'),
  },
  { needed: text => text.includes(';@'), load: () => import('./makers.ts') },
  // Whatever may be another program’s sign, in what the machine reads.
  {
    needed: (text, { printer }) => Boolean(printer.macros) || /^[^;\r\n\u2028\u2029]*[{[%<$#]/m.test(text),
    load: () => import('./other-programs.ts'),
  },
  { needed: (_, setting) => needsChangeRules(setting), load: () => import('./change-rules.ts') },
  { needed: (_, setting) => needsVocabularyRules(setting), load: () => import('./vocabulary-rules.ts') },
]

/** Which parts a text needs, in the order of their list. */
export const neededFor = (text: string, setting: RehearsalInput): boolean[] =>
  parts.map(({ needed }) => needed(text, setting))

/** Rejects where a part can’t be had. */
export async function loadFor(text: string, setting: RehearsalInput): Promise<void> {
  await Promise.all(parts.map(({ needed, load }) => needed(text, setting) && load()))
}

/** All parts. */
export const loadWhole = (): Promise<unknown> => Promise.all(parts.map(({ load }) => load()))
