// What is kept of scripts over the years, as the server answers it and the screens read it.

import type { Moment } from './moment.ts'
import type { Printer } from './printer.ts'
import type { Trial } from './trial.ts'

/** A script without its text: that of the variant in use. */
export type ScriptHead = {
  id: number
  /** This script's alone for ever; ids are given anew when a shelf is imported. */
  identity: string
  name: string
  printerId: number
  moment: Moment
  /** Of a config or macro file, its name on the machine, empty for the config itself; null for every other script. */
  file: string | null
  /** The variant in use, and how many there are. */
  variantId: number
  variant: string
  variants: number
  /** Whether it is as it came with the printer, and so is branched instead of saved over. */
  stock: boolean
  /** The variant that is in use again after the next print; null where this one stays. */
  backTo: number | null
  note: string
  revision: number
  revisionId: number
  changedAt: string
}
export type SavedScript = ScriptHead & {
  text: string
  /** Whether it was carried over from another. */
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

/** A script with all its years: its variants, their revisions and trials, the oldest first. */
export type Story = { script: SavedScript; variants: Variant[]; revisions: Revision[]; trials: SavedTrial[] }

export type SavedRefrain = {
  id: number
  name: string
  text: string
  note: string
  revision: number
  changedAt: string
  /** Earlier texts, the newest first. */
  earlier: { number: number; text: string }[]
}

/** A printer with its scripts; `example` is what came with the application. */
export type ShelfPrinter = {
  id: number
  printer: Printer
  example: boolean
  /** `serious` counts findings that are more than advice; null where it was not rehearsed since something changed. */
  scripts: (ScriptHead & { serious: number | null })[]
  /** Its config and macro files. */
  files: ScriptHead[]
}

/** Where a command stands in a person's own scripts. */
export type Use = { scriptId: number; script: string; line: number; text: string; commentedOut: boolean }

/** What can be in the bin. */
export type BinKind = 'scripts' | 'variants' | 'refrains' | 'printers' | 'materials' | 'jobs' | 'vocabularies'

/** Something in the bin; `whose` is a script's printer or a variant's script, and empty for the others. */
export type Binned = {
  kind: BinKind
  id: number
  name: string
  whose: string
  moment: Moment | null
  binnedAt: string
}

/** Something stored that can't be read: why, how it is stored, and its earlier versions that can be read. */
export type Unreadable = {
  table: 'printers' | 'materials' | 'jobs' | 'vocabularies' | 'trials' | 'taught_commands'
  id: number
  name: string
  why: string
  raw: string
  earlier: { id: number; changedAt: string }[]
}

/** What something was before it was changed; `changedAt` is when it had been made so. */
export type Earlier<T> = { id: number; changedAt: string; data: T }

export type Hit = {
  kind: 'name' | 'text' | 'note' | 'trial' | 'refrain'
  /** The script that it leads to; null for a refrain. */
  scriptId: number | null
  title: string
  printer: string
  /** The line where it stands, counted from 1; null where it is no line of a script's text. */
  line: number | null
  shown: string
}

export type Backup = { file: string; madeAt: string; reason: string; bytes: number }

/** A thing in a shelf's file, and how it stands to the shelf; `words` says how it differs, where a few can. */
export type ArchiveItem = {
  kind: 'printers' | 'materials' | 'jobs' | 'vocabularies' | 'taught' | 'refrains' | 'scripts'
  name: string
  is: 'new' | 'same' | 'differs'
  words: string
}
/** What becomes of something that differs: mine stays; theirs takes its place; or theirs comes beside it under another name. */
export type ArchiveDecision = 'mine' | 'theirs' | 'both'
