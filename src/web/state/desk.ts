// The script on the Desk: its text and setting, its latest round, and the selection that all parts of the Desk share.
import { create } from 'zustand'
import type { Finding } from '../../core/check/finding.ts'
import type { SavedScript } from '../../core/model/stored.ts'
import type { RoundStep } from '../../core/round-steps.ts'
import type { DeskRound } from '../../tasks/desk-round.ts'
import type { Things } from './api.ts'
import type { Chosen } from './rehearsal-input.ts'
import { fromEditor } from './separator.ts'

/** Lines first…last, selected in all parts of the Desk at once: ribbon, text, bed and findings. */
export type Selection = { firstLine: number; lastLine: number }

/** A complete rehearsal. Pictures and tables show the last one until the next is complete. */
export type Shown = {
  round: DeskRound
  /** The rehearsed text, with `\n` line breaks. */
  text: string
  /** The findings; once their fixes have been tried, with what each fix removes and adds. */
  findings: readonly Finding[]
}

/** The rehearsal of the newest text. `step` is the current step of a long text, otherwise null. */
export type Rehearsal =
  | { is: 'reading'; step: RoundStep | null }
  | { is: 'found'; text: string; findings: readonly Finding[]; step: RoundStep | null }
  | { is: 'complete' }
  | { is: 'failed'; why: string }
  | { is: 'stopped' }

/** The current step of a long text's rehearsal; null if there is none. */
export const stepOf = (rehearsal: Rehearsal): RoundStep | null => ('step' in rehearsal ? rehearsal.step : null)

export type Open = {
  /** The key of the draft in the browser's storage. */
  key: string
  /** The script as the server has it; null for a script that was never saved. */
  saved: SavedScript | null
  suggestedName: string
  /** The text of a new script as it was pasted, with its own line breaks; null if it was typed. */
  pasted: string | null
  /** The text with `\n` line breaks, as in the editor. */
  text: string
  separator: string
  chosen: Chosen
  shown: Shown | null
  rehearsal: Rehearsal
  playheadS: number
  selection: Selection | null
  /** Counts how often the text was replaced from outside the editor. */
  opening: number
}

export type DeskState = {
  things: Things | null
  open: Open | null
  /** Why the script could not be opened, and how to try again if that can help; null if it was opened. */
  problem: { why: string; retry: (() => void) | undefined } | null
}

export const useDesk = create<DeskState>(() => ({ things: null, open: null, problem: null }))

const { getState, setState } = useDesk

/** Changes the open script, if any. */
export const update = (change: Partial<Open>): void =>
  setState(({ open }) => (open ? { open: { ...open, ...change } } : {}))

/** Whether this script is still the open one, with or without later changes. */
export const isOpen = ({ key }: Pick<Open, 'key'>): boolean => getState().open?.key === key

/** The text with the line breaks of its file. */
export const fileText = (open: Pick<Open, 'text' | 'separator'>): string => fromEditor(open.text, open.separator)

/** Choosing another printer is not a change of the script: only *Move* changes the script's owner. */
export const hasUnsavedChange = (open: Open): boolean =>
  open.saved === null ||
  // The moment of a config or macro file is a choice for the rehearsal only.
  (open.saved.file === null && open.saved.moment !== open.chosen.moment) ||
  open.saved.text !== fileText(open)
