// The firmware families: their names and what distinguishes their machines. A new family is one record here and one
// folder in `firmware/` with its commands and phrases.
import * as v from 'valibot'

type FamilyFacts = {
  /** The name in a sentence. */
  name: string
  /** What distinguishes it, in a few words. */
  short: string
  /** How to recognise the family, in one sentence. */
  about: string
  /** Where its macros are: in a config file of [sections], in files on the board's card, or nowhere. */
  macros: 'config' | 'files' | null
  /** The version that a new printer of this family gets. */
  usualVersion: string
}

export const familyNames = ['board', 'host', 'macro-file', 'dispensing'] as const
export const FamilyName = v.picklist(familyNames)
export type FamilyName = v.InferOutput<typeof FamilyName>

export const familyFacts: Readonly<Record<FamilyName, FamilyFacts>> = {
  board: {
    name: 'board firmware',
    short: 'one command per line',
    about: 'The controller board reads one command per line; settings are saved with M500.',
    macros: null,
    usualVersion: '7.4',
  },
  host: {
    name: 'host firmware',
    short: 'a config file with [sections]',
    about: 'A small computer runs the printer, with a config file of [sections] and macros.',
    macros: 'config',
    usualVersion: '12.0',
  },
  'macro-file': {
    name: 'macro-file firmware',
    short: 'runs files from its card',
    about: 'The board runs macro files from its card, with conditions and loops in the G-code itself.',
    macros: 'files',
    usualVersion: '3.4',
  },
  dispensing: {
    name: 'dispensing firmware',
    short: 'paste, heads selected by M6',
    about: 'Machines for paste and several heads: M6 selects a head, and amounts are volumes.',
    macros: null,
    usualVersion: '1.0',
  },
}

/** The families as options of a choice. */
export const familyOptions = familyNames.map(value => ({ value, label: value, about: familyFacts[value].about }))
