// The script on the Desk: its text and setting, its latest round, and the selection that all parts of the Desk share.
import { create } from 'zustand'
import type { Finding } from '../../core/check/finding.ts'
import type { SavedScript } from '../../core/model/stored.ts'
import type { RoundStep } from '../../core/round-steps.ts'
import type { DeskRound } from '../../tasks/desk-round.ts'
import type { Things } from './api.ts'
import type { Chosen } from './rehearsal-input.ts'
import { fromEditor } from './separator.ts'

/** Lines first…last, selected on the ribbon, in the text, on the bed and among the findings alike. */
export type Selection = { firstLine: number; lastLine: number }

export type Open = {
  /** The draft's key: what this script is called in the browser's store. */
  key: string
  /** What the server has; null for a script that was never saved. */
  saved: SavedScript | null
  suggestedName: string
  /** Of a new script, the text as it was pasted, with its own line ends; null where it was typed. */
  pasted: string | null
  /** With `\n` line ends, as the editor holds it. */
  text: string
  separator: string
  chosen: Chosen
  round: DeskRound | null
  /** What was found in it; a moment later with what each fix mends and brings. */
  findings: readonly Finding[]
  /** What was found in a newer text than `roundText`, whose round is on its way; null where that has come. */
  early: Early | null
  /** Why the text could not be rehearsed; null when it could. */
  trouble: string | null
  /** What the rehearsal of a long text is at; null when none runs. */
  step: RoundStep | null
  /** The text that `round` speaks of. */
  roundText: string
  playheadS: number
  selection: Selection | null
  /** Which opening this is: another whenever the text is replaced from outside the editor. */
  opening: number
}

type Early = { text: string; findings: readonly Finding[] }

export type DeskState = {
  things: Things | null
  open: Open | null
  /** Why the script could not be opened, and how to try again, unless it is gone; null when it could. */
  problem: { why: string; retry: (() => void) | undefined } | null
}

export const useDesk = create<DeskState>(() => ({ things: null, open: null, problem: null }))

const { getState, setState } = useDesk

/** Changes the open script, where there is one. */
export const update = (change: Partial<Open>): void =>
  setState(({ open }) => (open ? { open: { ...open, ...change } } : {}))

/** Whether this is what is open still, whatever was typed in it since. */
export const isOpen = ({ key }: Pick<Open, 'key'>): boolean => getState().open?.key === key

/** The text as a file has it, with its own line ends. */
export const fileText = (open: Pick<Open, 'text' | 'separator'>): string => fromEditor(open.text, open.separator)

/** Another printer is a what-if and no change: whose script it is, only a move changes. */
export const hasUnsavedChange = (open: Open): boolean =>
  open.saved === null ||
  // When a config or macro file is called is a choice for the rehearsal alone.
  (open.saved.file === null && open.saved.moment !== open.chosen.moment) ||
  open.saved.text !== fileText(open)
