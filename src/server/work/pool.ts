// Threads that calculate while the server stays responsive; a thread that exceeds its limits is ended.
import { Worker } from 'node:worker_threads'
import { callsOf } from '../../tasks/calls.ts'
import { limits, type ThreadLimits } from '../../tasks/limits.ts'
import { serverTasks, type Work } from '../../tasks/server-tasks.ts'
import { Refused } from '../requests.ts'
import { type ShelfWork, shelfWork } from './whole-shelf.ts'

/** Thrown for a request that exceeded its time or memory. */
export class TookTooMuch extends Error {
  constructor() {
    super('This takes longer to work out, or more memory, than it may.')
  }
}

/** Thrown for a request whose client has disconnected. */
export class Abandoned extends Error {}

/** The database file, and the folder of its backups. */
export type ShelfPlace = { path: string; backups: string }

/** An error in a form that can be sent between threads. */
type SentFailure = { message: string; refused: Pick<Refused, 'status' | 'place'> | null; code: string | undefined }

export const failureOf = (error: Error): SentFailure => ({
  message: error.message,
  refused: error instanceof Refused ? { status: error.status, place: error.place } : null,
  code: (error as NodeJS.ErrnoException).code,
})

const errorOf = ({ message, refused, code }: SentFailure): Error =>
  refused ? new Refused(refused.status, message, refused.place) : Object.assign(new Error(message), code && { code })

/** The memory of a .zip is transferred between threads, not copied. */
export const movedWith = (things: readonly unknown[]): ArrayBuffer[] =>
  things.flatMap(each =>
    each instanceof Uint8Array && each.buffer instanceof ArrayBuffer && each.byteLength === each.buffer.byteLength
      ? [each.buffer]
      : [],
  )

type Asked = {
  task: string
  given: unknown[]
  done: (answer: never) => void
  failed: (why: Error) => void
  /** Length of the input in characters: short requests come before long ones. */
  chars: number
  since: number
}
type Thread = { worker: Worker; asked: Asked | null; timer: NodeJS.Timeout | undefined; began: number }

/** A request that runs longer than this, ms, does not block others: they get an additional thread. */
const shortMs = 1000
/** A request that has waited this long, ms, comes before shorter ones. */
const longWaitMs = 5000

/** The total length of the texts in a request. */
const charsIn = (given: unknown): number =>
  typeof given === 'string'
    ? given.length
    : Array.isArray(given)
      ? given.reduce((sum: number, each) => sum + charsIn(each), 0)
      : given && typeof given === 'object' && !(given instanceof Uint8Array)
        ? charsIn(Object.values(given))
        : 0

const threadFile = new URL('./begin.mjs', import.meta.url)

/**
 * Makes a pool of threads, each started when first needed. At most `max` of them work at a time; while all of those run
 * long requests, up to `max` more may work. Threads stay once they have loaded, because loading takes longer than most
 * requests.
 */
function makeThreads(max: number, { patienceMs, memoryMb }: ThreadLimits, file: URL, shelf: ShelfPlace | null = null) {
  const threads: Thread[] = []
  const waiting: Asked[] = []
  let later: NodeJS.Timeout | undefined

  function begin(): Thread {
    const worker = new Worker(file, {
      resourceLimits: { maxOldGenerationSizeMb: memoryMb },
      workerData: shelf,
    })
    const thread: Thread = { worker, asked: null, timer: undefined, began: 0 }
    worker.on('message', (reply: { ok: true; answer: never } | { ok: false; failure: SentFailure }) => {
      const { asked } = thread
      clearTimeout(thread.timer)
      thread.asked = null
      if (reply.ok) asked?.done(reply.answer)
      else asked?.failed(errorOf(reply.failure))
      goOn()
    })
    worker.on('error', () => end(thread))
    // Does not keep the program from ending.
    worker.unref()
    threads.push(thread)
    return thread
  }

  function end(thread: Thread): void {
    clearTimeout(thread.timer)
    const at = threads.indexOf(thread)
    if (at >= 0) threads.splice(at, 1)
    void thread.worker.terminate()
    thread.asked?.failed(new TookTooMuch())
    thread.asked = null
    goOn()
    // Loading takes a while, so a replacement is started at once.
    if (threads.length < max) begin()
  }

  /** A thread for the next request: an idle or a new one; undefined if the request has to wait. */
  function freeThread(): Thread | undefined {
    const idle = threads.find(({ asked }) => asked === null)
    const busy = threads.filter(({ asked }) => asked)
    if (busy.length < max) return idle ?? begin()
    if (busy.length >= 2 * max || shelf) return undefined
    const untilLong = Math.max(...busy.map(({ began }) => began)) + shortMs - performance.now()
    if (untilLong <= 0) return idle ?? begin()
    clearTimeout(later)
    later = setTimeout(goOn, untilLong)
    return undefined
  }

  /** Takes the next request from the queue: one that has waited long, otherwise the shortest. */
  function takeNext(): Asked | undefined {
    const now = performance.now()
    const next =
      waiting.find(({ since }) => now - since > longWaitMs) ?? [...waiting].sort((a, b) => a.chars - b.chars)[0]
    return next && waiting.splice(waiting.indexOf(next), 1)[0]
  }

  function goOn(): void {
    while (waiting.length > 0) {
      const free = freeThread()
      const job = free && takeNext()
      if (!free || !job) return
      free.asked = job
      free.began = performance.now()
      free.timer = setTimeout(() => end(free), patienceMs)
      free.worker.postMessage({ task: job.task, given: job.given }, movedWith(job.given))
    }
  }

  /** Drops a request whose client has disconnected, and ends its thread. */
  function abandon(asked: Asked): void {
    asked.failed(new Abandoned())
    const at = waiting.indexOf(asked)
    if (at >= 0) waiting.splice(at, 1)
    const thread = threads.find(each => each.asked === asked)
    if (thread) end(thread)
  }

  return {
    ask: <T>(task: string, given: unknown[], signal?: AbortSignal): Promise<T> =>
      new Promise((done, failed) => {
        if (signal?.aborted) return failed(new Abandoned())
        // Tasks on the whole shelf keep their order.
        const chars = shelf ? 0 : charsIn(given)
        const asked: Asked = { task, given, done, failed, chars, since: performance.now() }
        signal?.addEventListener('abort', () => abandon(asked), { once: true })
        waiting.push(asked)
        goOn()
      }),
    close: async () => {
      clearTimeout(later)
      waiting.length = 0
      const all = threads.splice(0)
      for (const { timer } of all) clearTimeout(timer)
      await Promise.all(all.map(({ worker }) => worker.terminate()))
    },
  }
}

type Closing = { close: () => Promise<void> }

/** Threads for texts. `allowed` and `file` can be set for tests. */
export function makePool(max: number, allowed: ThreadLimits = limits.server, file = threadFile): Work & Closing {
  const { ask, close } = makeThreads(max, allowed, file)
  const work = (signal?: AbortSignal): Work => ({
    ...callsOf(serverTasks, (task, given) => ask(task, given, signal)),
    until: work,
  })
  return { ...work(), close }
}

/** The thread for tasks on the whole shelf, one after another. `limits` can be set for tests. */
export function makeShelfThread(
  place: ShelfPlace,
  allowed: ThreadLimits = limits.shelf,
  file = threadFile,
): ShelfWork & Closing {
  const { ask, close } = makeThreads(1, allowed, file, place)
  return { ...shelfWork((task, given) => ask(task, given)), close }
}
