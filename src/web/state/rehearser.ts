// Sends texts to the worker, the newest only: while one is being rehearsed, later ones replace each other in the queue.
import { proxy } from 'comlink'
import type { Finding } from '../../core/check/finding.ts'
import { firstChange } from '../../core/compare/first-change.ts'
import type { Effect } from '../../core/compare/printer-change.ts'
import type { Compared, Script } from '../../core/compare/side-by-side.ts'
import type { Taken, Wish } from '../../core/export/export.ts'
import type { GivenFile } from '../../core/learn/findings.ts'
import type { Printer } from '../../core/model/printer.ts'
import type { RehearsalInput } from '../../core/round.ts'
import type { RoundStep } from '../../core/round-steps.ts'
import type { Timed } from '../../core/runs/fit-printer.ts'
import type { Run } from '../../core/runs/fits.ts'
import type { EditRequest } from '../../core/script/edits/edit.ts'
import { listsChangedTo } from '../../worker/changed.ts'
import type { DeskRound, Rehearser, RoundLists, Sent } from '../../worker/rehearsal.worker.ts'
import { whenPainted } from './after-paint.ts'
import { NoAnswer, Watched } from './watched-worker.ts'

type Wanted = {
  text: string
  setting: RehearsalInput
  /** What would go wrong, a moment before all else. */
  found: (findings: Finding[]) => void
  done: (round: DeskRound) => void
  /** The findings once more, when their fixes have been tried: what each mends and brings. */
  proven: (findings: Finding[]) => void
  failed: (why: string) => void
  /** What a long text is at. */
  step: (step: RoundStep) => void
}

/** A text of so many characters is told of as it is worked out, once it has taken so long, ms. */
const long = { signs: 50_000, ms: 400 }

/** Fixes are tried when the text has stood so long, ms. */
const proveAfterMs = 120

/** What a text may take. Work is bounded in the core, so that only a mistake of ours takes longer. */
const patienceMs = 12_000

const worker = new Watched<Rehearser>(
  () => new Worker(new URL('../../worker/rehearsal.worker.ts', import.meta.url), { type: 'module' }),
  patienceMs,
)
let running = false
/** Whether the person has ended what runs. */
let stopped = false
let next: Wanted | null = null

/**
 * Rehearses a text in the worker, and then tries the fixes of its findings one finding at a time, so that a newer text never
 * waits long. Nothing is called any more once something newer has been asked for.
 */
export function requestRound(wanted: Wanted): void {
  next = wanted
  wake()
  if (!running) void drain()
}

/** Of the round that came last its number and its lists, of which the next one sends only what changed. */
let last: { number: number; lists: RoundLists } = {
  number: 0,
  lists: { explained: [], strokes: [], passages: [], worths: [], ranAs: [] },
}

/** A round from what changed of it. */
function whole({ number, lists, ...round }: Sent): DeskRound {
  last = { number, lists: listsChangedTo(last.lists, lists) }
  return { ...round, ...last.lists }
}

const painted = () => new Promise<void>(whenPainted)

let wake = () => {}

/** Waits so long, ms, or until there is a newer text. */
const nextTextOr = (ms: number) =>
  new Promise<void>(resolve => {
    wake = resolve
    setTimeout(resolve, ms)
  })

/** Ends the rehearsal that runs; the next text is rehearsed as usual. */
export function stopRound(): void {
  stopped = true
  worker.end()
}

/** The last text that was answered, so that it can be told where one that is not begins to differ. */
let answered = ''

async function drain(): Promise<void> {
  running = true
  let again = true
  while (next) {
    const wanted: Wanted = next
    next = null
    stopped = false
    const began = performance.now()
    const told = (step: RoundStep) => {
      if (!next && performance.now() - began > long.ms) wanted.step(step)
    }
    const listener = wanted.text.length > long.signs ? proxy(told) : undefined
    try {
      const { text, setting } = wanted
      const findings = await worker.ask(remote => remote.find(text, onceFor(remote, setting), listener))
      answered = wanted.text
      if (next) continue
      wanted.found(findings)
      await painted()
      if (next) continue
      const sent = await worker.ask(remote => remote.rest(last.number, listener))
      if (!sent) throw new NoAnswer(false)
      const round = whole(sent)
      again = true
      if (next) continue
      wanted.done(round)
      // While one types on, what was found is painted first, and the next text goes before the fixes.
      await nextTextOr(proveAfterMs)
      if (next) continue
      await prove(wanted, findings)
    } catch (error) {
      if (next) continue
      if (stopped) {
        wanted.failed('you stopped it. The next change is rehearsed as usual.')
        continue
      }
      // Where the worker ended over something else, this text is asked for once more.
      if (again && error instanceof NoAnswer && !error.tookTooLong) {
        again = false
        next = wanted
      } else wanted.failed(error instanceof NoAnswer ? noAnswerTo(wanted.text) : lowerFirst((error as Error).message))
    }
  }
  running = false
}

/** A sentence as it goes on after a colon. */
const lowerFirst = (sentence: string): string => sentence.charAt(0).toLowerCase() + sentence.slice(1)

const noAnswerTo = (text: string): string =>
  `from line ${firstChange(answered, text)} on it takes too long. The rehearsal was ended; the next text is rehearsed as usual.`

async function prove({ text, setting, proven }: Wanted, findings: readonly Finding[]): Promise<void> {
  const tried: Finding[] = []
  for (const finding of findings) {
    tried.push(
      finding.fixes.length
        ? await worker.ask(remote => remote.prove(text, onceFor(remote, setting), findings, finding))
        : finding,
    )
    if (next) return
  }
  if (findings.some(({ fixes }) => fixes.length)) proven(tried)
}

/** What each worker was told to rehearse for last. */
const hasSetting = new WeakMap<object, RehearsalInput>()

/** A setting that a worker has already is not sent again: a printer with its macros is far longer than a script. */
function onceFor(remote: object, setting: RehearsalInput): RehearsalInput | null {
  if (hasSetting.get(remote) === setting) return null
  hasSetting.set(remote, setting)
  return setting
}

/** Rehearses a text beside the queue, as for a preview. */
export const rehearseAside = (text: string, setting: RehearsalInput): Promise<DeskRound> =>
  worker.ask(remote => remote.rehearseBeside(text, setting))

/** Asks for a plan of an edit and the rehearsal of its outcome. */
export const proposeAside = (text: string, setting: RehearsalInput, request: EditRequest) =>
  worker.ask(remote => remote.propose(text, setting, request))

/** Asks where a script could save time or filament. */
export const savingsAside = (text: string, setting: RehearsalInput) =>
  worker.ask(remote => remote.savings(text, setting))

/** Asks which of the jobs a text fits. */
export const fitsAside = (text: string, setting: RehearsalInput, runs: readonly Run[]) =>
  worker.ask(remote => remote.fits(text, setting, runs))

/** Tells two scripts apart: whole, or in a few words. */
export const compareAside = (left: Script, right: Script): Promise<Compared> =>
  worker.ask(remote => remote.compareScripts(left, right))
export const tellApartAside = (left: Script, right: Script) => worker.ask(remote => remote.tellApart(left, right))

/** What each revision of a script comes to, and changed. */
export const tellRevisionsAside = (
  revisions: readonly { id: number; text: string; before: number | null }[],
  setting: RehearsalInput,
) => worker.ask(remote => remote.tellRevisions(revisions, setting))

/** The text after one of its passages has been made as the other script has it. */
export const carriedAcrossAside = (left: Script, right: Script, index: number, to: 'left' | 'right') =>
  worker.ask(remote => remote.carriedAcross(left, right, index, to))

/** Asks for a printer's figures bettered from measured times. */
export const fitAside = (printer: Printer, trials: readonly Timed[]) =>
  worker.ask(remote => remote.fitPrinter(printer, trials))

/** What in a printer's macros can't be worked out. */
export const macroTroublesAside = (setting: RehearsalInput) => worker.ask(remote => remote.macroTroubles(setting))

/** The files of a script for the jobs of these settings, each read back and rehearsed. */
export const exportAside = (
  text: string,
  settings: readonly [RehearsalInput, ...RehearsalInput[]],
  wish: Wish,
): Promise<Taken[]> => worker.ask(remote => remote.exportScript(text, settings, wish))

/** What a change of a printer does to its scripts. */
export const effectsAside = (
  scripts: readonly { id: number; text: string; before: RehearsalInput; after: RehearsalInput }[],
): Promise<Effect[]> => worker.ask(remote => remote.effectsOf(scripts))

/** A proposal for a printer from files that a machine or its owner has. */
export const learnAside = (files: readonly GivenFile[]) => worker.ask(remote => remote.learn(files))

/** What a change of an open config does to each of its macros. */
export const macroEffectsAside = (before: string, after: string, setting: RehearsalInput) =>
  worker.ask(remote => remote.macroEffects(before, after, setting))
