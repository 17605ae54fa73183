// What of the core a text needs, loaded when it comes.
import { needsChangeRules, needsVocabularyRules } from '../check/at-hand.ts'
import type { Finding } from '../check/finding.ts'
import { NotBrought } from '../on-demand.ts'
import type { RehearsalInput } from '../round.ts'

type Part = { needed: (text: string, setting: RehearsalInput) => boolean; load: () => Promise<unknown> }

/** Loosely: one that is loaded for nothing does no harm. */
const parts = {
  templates: {
    needed: (_, { printer }) => printer.firmware.family === 'host' || Boolean(printer.macros),
    load: () => import('./templates.ts'),
  },
  makers: { needed: text => text.includes(';@'), load: () => import('./makers.ts') },
  // Whatever may be another program’s sign, in what the machine reads.
  otherPrograms: {
    needed: (text, { printer }) => Boolean(printer.macros) || /^[^;\r\n\u2028\u2029]*[{[%<$#]/m.test(text),
    load: () => import('./other-programs.ts'),
  },
  changeRules: { needed: (_, setting) => needsChangeRules(setting), load: () => import('./change-rules.ts') },
  vocabularyRules: {
    needed: (_, setting) => needsVocabularyRules(setting),
    load: () => import('./vocabulary-rules.ts'),
  },
  documents: { needed: (_, { opened }) => opened !== undefined, load: () => import('./documents.ts') },
} satisfies Record<string, Part>

export type PartName = keyof typeof parts

/** The parts that a text needs. */
export const neededFor = (text: string, setting: RehearsalInput): PartName[] =>
  (Object.keys(parts) as PartName[]).filter(name => parts[name].needed(text, setting))

/** A text with all that these fixes would put into it: what is needed for that, trying them needs. */
export const withFixes = (text: string, { fixes }: Finding): string =>
  [text, ...fixes.flatMap(({ edits }) => edits.map(({ insert }) => insert))].join('\n')

async function loadFor(text: string, setting: RehearsalInput): Promise<void> {
  try {
    await Promise.all(neededFor(text, setting).map(name => parts[name].load()))
  } catch {
    throw new Error('what it needs could not be loaded, for the server did not answer. Load the page again.')
  }
}

/** All parts. */
export const loadWhole = (): Promise<unknown> => Promise.all(Object.values(parts).map(({ load }) => load()))

/** Works with what a text needs; where more turns out to be needed, once more with all. Rejects where a part can’t be had. */
export async function withPartsFor<T>(text: string, setting: RehearsalInput, work: () => T): Promise<T> {
  await loadFor(text, setting)
  try {
    return work()
  } catch (error) {
    if (!(error instanceof NotBrought)) throw error
    await loadWhole()
    return work()
  }
}
