// Sends texts to the worker, the newest only: while one is being rehearsed, later ones replace each other in the queue.
import { wrap } from 'comlink'
import type { Effect } from '../../core/compare/printer-change.ts'
import type { Compared, Script } from '../../core/compare/side-by-side.ts'
import type { Printer } from '../../core/model/printer.ts'
import type { RehearsalInput } from '../../core/round.ts'
import type { Timed } from '../../core/runs/fit-printer.ts'
import type { Run } from '../../core/runs/many.ts'
import type { EditRequest } from '../../core/script/edits/edit.ts'
import type { DeskRound, Rehearser } from '../../worker/rehearsal.worker.ts'

type Wanted = { text: string; setting: RehearsalInput; done: (round: DeskRound) => void }

const remote = wrap<Rehearser>(
  new Worker(new URL('../../worker/rehearsal.worker.ts', import.meta.url), { type: 'module' }),
)
let running = false
let next: Wanted | null = null

/** Rehearses a text in the worker; `done` is called only if nothing newer has been asked for in the meantime. */
export function requestRound(wanted: Wanted): void {
  next = wanted
  if (!running) void drain()
}

async function drain(): Promise<void> {
  running = true
  while (next) {
    const wanted: Wanted = next
    next = null
    const round = await remote.rehearse(wanted.text, wanted.setting)
    if (!next) wanted.done(round)
  }
  running = false
}

/** Rehearses a text beside the queue, as for a preview. */
export const rehearseAside = (text: string, setting: RehearsalInput): Promise<DeskRound> =>
  remote.rehearse(text, setting)

/** Asks for a plan of an edit and the rehearsal of its outcome. */
export const proposeAside = (text: string, setting: RehearsalInput, request: EditRequest) =>
  remote.propose(text, setting, request)

/** Asks where a script could save time or filament. */
export const savingsAside = (text: string, setting: RehearsalInput) => remote.savings(text, setting)

/** Asks which of the jobs a text fits. */
export const fitsAside = (text: string, setting: RehearsalInput, runs: readonly Run[]) =>
  remote.fits(text, setting, runs)

/** Tells two scripts apart: whole, or in a few words. */
export const compareAside = (left: Script, right: Script): Promise<Compared> => remote.compareScripts(left, right)
export const tellApartAside = (left: Script, right: Script) => remote.tellApart(left, right)

/** What each revision of a script comes to, and changed. */
export const tellRevisionsAside = (
  revisions: readonly { id: number; text: string; before: number | null }[],
  setting: RehearsalInput,
) => remote.tellRevisions(revisions, setting)

/** The text after one of its passages has been made as the other script has it. */
export const carriedAcrossAside = (left: Script, right: Script, index: number, to: 'left' | 'right') =>
  remote.carriedAcross(left, right, index, to)

/** Asks for a printer's figures bettered from measured times. */
export const fitAside = (printer: Printer, trials: readonly Timed[]) => remote.fitPrinter(printer, trials)

/** What a change of a printer does to its scripts. */
export const effectsAside = (
  scripts: readonly { id: number; text: string; before: RehearsalInput; after: RehearsalInput }[],
): Promise<Effect[]> => remote.effectsOf(scripts)
