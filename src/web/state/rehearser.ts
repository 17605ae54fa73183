// Sends texts to the worker, the newest only: while one is being rehearsed, later ones replace each other in the queue.
import { wrap } from 'comlink'
import type { EditRequest } from '../../core/runs/edit.ts'
import type { Run } from '../../core/runs/many.ts'
import type { Setting } from '../../core/runs/round.ts'
import type { DeskRound, Rehearser } from '../../worker/rehearsal.worker.ts'

type Wanted = { text: string; setting: Setting; done: (round: DeskRound) => void }

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
export const rehearseAside = (text: string, setting: Setting): Promise<DeskRound> => remote.rehearse(text, setting)

/** Asks for a plan of an edit and the rehearsal of its outcome. */
export const proposeAside = (text: string, setting: Setting, request: EditRequest) =>
  remote.propose(text, setting, request)

/** Asks where a script could save time or filament. */
export const savingsAside = (text: string, setting: Setting) => remote.savings(text, setting)

/** Asks which of the jobs a text fits. */
export const fitsAside = (text: string, setting: Setting, runs: readonly Run[]) => remote.fits(text, setting, runs)
