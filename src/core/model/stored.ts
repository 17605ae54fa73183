// Types of everything saved about scripts, as the server returns it and the pages show it.

import type { Moment } from './moment.ts'
import type { Printer } from './printer.ts'
import type { Trial } from './trial.ts'

/** A script without its text; the values are those of the variant in use. */
export type ScriptHead = {
  id: number
  /** A permanent identity; ids change when a shelf is imported. */
  identity: string
  name: string
  printerId: number
  moment: Moment
  /** The file name of a config or macro file, empty for the main config; null for all other scripts. */
  file: string | null
  /** The variant in use, and the number of variants. */
  variantId: number
  variant: string
  variants: number
  /** Whether it came with the printer. Stock variants are branched, not overwritten. */
  stock: boolean
  /** The variant to switch back to after the next print; null if the current one stays. */
  backTo: number | null
  note: string
  revision: number
  revisionId: number
  changedAt: string
}
export type SavedScript = ScriptHead & {
  text: string
  /** Whether it was carried over from a different script. */
  carried: boolean
}

export type Variant = {
  id: number
  name: string
  stock: boolean
  inUse: boolean
  /** The revision that it was branched from; null for the first. */
  bornOf: number | null
}

export type Revision = {
  id: number
  variantId: number
  number: number
  text: string
  note: string
  createdAt: string
}

export type SavedTrial = { id: number; revisionId: number; madeAt: string; pictured: boolean; data: Trial }

/** A script with its whole history: variants, revisions and trials, oldest first. */
export type Story = { script: SavedScript; variants: Variant[]; revisions: Revision[]; trials: SavedTrial[] }

export type SavedRefrain = {
  id: number
  name: string
  text: string
  note: string
  revision: number
  changedAt: string
  /** Earlier texts, newest first. */
  earlier: { number: number; text: string }[]
}

/** A printer with its scripts; `example` marks those that came with the application. */
export type ShelfPrinter = {
  id: number
  printer: Printer
  example: boolean
  /** `serious` counts errors and warnings; null if the script was not rehearsed since something changed. */
  scripts: (ScriptHead & { serious: number | null })[]
  /** Its config and macro files. */
  files: ScriptHead[]
}

/** A line in a person's script that uses a command. */
export type Use = { scriptId: number; script: string; line: number; text: string; commentedOut: boolean }

/** What can be in the bin. */
export type BinKind = 'scripts' | 'variants' | 'refrains' | 'printers' | 'materials' | 'jobs' | 'vocabularies'

/** An item in the bin; `whose` is a script's printer or a variant's script, otherwise empty. */
export type Binned = {
  kind: BinKind
  id: number
  name: string
  whose: string
  moment: Moment | null
  binnedAt: string
}

/** A saved item that can't be read: the reason, its raw text, and earlier versions that can be read. */
export type Unreadable = {
  table: 'printers' | 'materials' | 'jobs' | 'vocabularies' | 'trials' | 'taught_commands'
  id: number
  name: string
  why: string
  raw: string
  earlier: { id: number; changedAt: string }[]
}

/** An earlier state; `changedAt` is when it was saved. */
export type Earlier<T> = { id: number; changedAt: string; data: T }

export type Hit = {
  kind: 'name' | 'text' | 'note' | 'trial' | 'refrain'
  /** The script to open; null for a refrain. */
  scriptId: number | null
  title: string
  printer: string
  /** The line, from 1; null if the hit is not in a script's text. */
  line: number | null
  shown: string
}

export type Backup = { file: string; madeAt: string; reason: string; bytes: number }

/** An item of an imported file compared with the shelf; `words` describes the difference, if a few words can. */
export type ArchiveItem = {
  kind: 'printers' | 'materials' | 'jobs' | 'vocabularies' | 'taught' | 'refrains' | 'scripts'
  name: string
  is: 'new' | 'same' | 'differs'
  words: string
}
/** What happens to an item that differs: keep mine, take theirs, or keep both, theirs under a new name. */
export type ArchiveDecision = 'mine' | 'theirs' | 'both'
