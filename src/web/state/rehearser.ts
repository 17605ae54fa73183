// Rehearses the Desk's text in a worker. While one text is rehearsed, only the newest of the later ones waits.
import { proxy, type Remote } from 'comlink'
import type { Finding } from '../../core/check/finding.ts'
import { firstChange } from '../../core/compare/first-change.ts'
import type { RehearsalInput } from '../../core/round.ts'
import type { RoundStep } from '../../core/round-steps.ts'
import type { DeskRound } from '../../tasks/desk-round.ts'
import { limits } from '../../tasks/limits.ts'
import { listsChangedTo } from '../../worker/changed.ts'
import type { DeskWorker, RoundLists, Sent } from '../../worker/desk.worker.ts'
import { whenPainted } from './after-paint.ts'
import { NoAnswer, Watched } from './watched-worker.ts'

type Wanted = {
  text: string
  setting: RehearsalInput
  /** Gets the findings, shortly before everything else. */
  found: (findings: Finding[]) => void
  done: (round: DeskRound) => void
  /** Gets the findings again when their fixes have been tried, with what each fix removes and adds. */
  proven: (findings: Finding[]) => void
  /** Gets the reason, as it continues after a colon. */
  failed: (why: string) => void
  /** The person stopped the rehearsal. */
  stopped: () => void
  /** Gets the current step of a long text. */
  step: (step: RoundStep) => void
}

/** Progress is reported for texts longer than `chars`, once `ms` have passed. */
const long = { chars: 50_000, ms: 400 }

/** Fixes are tried once the text has not changed for this long, ms. */
const proveAfterMs = 120

const worker = new Watched<DeskWorker>(
  () => new Worker(new URL('../../worker/desk.worker.ts', import.meta.url), { type: 'module' }),
  limits.desk.patienceMs,
)
let running = false
/** Whether the person stopped the current rehearsal. */
let stopped = false
let next: Wanted | null = null

/**
 * Rehearses a text in the worker, then tries the fixes of its findings one finding at a time, so that a newer text never
 * waits long. After a newer request, none of this request's functions is called.
 */
export function requestRound(wanted: Wanted): void {
  next = wanted
  wake()
  if (!running) void drain()
}

/** The number and the lists of the last round: the worker sends only the differences from them. */
let last: { number: number; lists: RoundLists } = {
  number: 0,
  lists: { explained: [], strokes: [], passages: [], worths: [], ranAs: [] },
}

/** Puts a round together from its differences. */
function whole({ number, lists, ...round }: Sent): DeskRound {
  last = { number, lists: listsChangedTo(last.lists, lists) }
  return { ...round, ...last.lists }
}

const painted = () => new Promise<void>(whenPainted)

let wake = () => {}

/** Waits this long, ms, or until there is a newer text. */
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

/** The last text that was rehearsed: a text that takes too long is reported from its first difference on. */
let answered = ''

async function drain(): Promise<void> {
  running = true
  let again = true
  while (next) {
    const wanted: Wanted = next
    next = null
    stopped = false
    const began = performance.now()
    const report = (step: RoundStep) => {
      if (!next && performance.now() - began > long.ms) wanted.step(step)
    }
    const listener = wanted.text.length > long.chars ? proxy(report) : undefined
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
      // A newer text is rehearsed before these fixes are tried.
      await nextTextOr(proveAfterMs)
      if (next) continue
      await prove(wanted, findings)
    } catch (error) {
      if (next) continue
      if (stopped) {
        wanted.stopped()
        continue
      }
      // If the worker ended over a different task, this text is sent once more.
      if (again && error instanceof NoAnswer && !error.tookTooLong) {
        again = false
        next = wanted
      } else wanted.failed(error instanceof NoAnswer ? noAnswerTo(wanted.text) : lowerFirst((error as Error).message))
    }
  }
  running = false
}

/** A sentence as it continues after a colon. */
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

/** The input that each worker has. */
const hasSetting = new WeakMap<object, RehearsalInput>()

/** Null if the worker has this input already: a printer with its macros is far longer than a script. */
function onceFor(remote: object, setting: RehearsalInput): RehearsalInput | null {
  if (hasSetting.get(remote) === setting) return null
  hasSetting.set(remote, setting)
  return setting
}

/** Runs a task in the Desk's worker, between the rehearsals of its text: `inWorker(tasks => tasks.savings(text, setting))`. */
export const inWorker = <R>(task: (tasks: Remote<DeskWorker>) => R): Promise<Awaited<R>> => worker.ask(task)
