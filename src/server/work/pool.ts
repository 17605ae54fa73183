// Threads that work things out while the server goes on answering; one that takes too long or too much is ended.
import { Worker } from 'node:worker_threads'
import { Refused } from '../requests.ts'
import type { Work } from './tasks.ts'
import { type ShelfWork, shelfWork } from './whole-shelf.ts'

/** What took longer than there was time, or more memory. */
export class TookTooMuch extends Error {
  constructor() {
    super('This takes longer to work out, or more memory, than it may.')
  }
}

/** Where the shelf is: its database's file, and the folder of its backups. */
export type ShelfPlace = { path: string; backups: string }

/** An error as it goes from thread to thread: what would be lost on the way is taken out of it. */
type Told = { message: string; refused: Pick<Refused, 'status' | 'place'> | null; code: string | undefined }

export const toldOf = (error: Error): Told => ({
  message: error.message,
  refused: error instanceof Refused ? { status: error.status, place: error.place } : null,
  code: (error as NodeJS.ErrnoException).code,
})

const errorOf = ({ message, refused, code }: Told): Error =>
  refused ? new Refused(refused.status, message, refused.place) : Object.assign(new Error(message), code && { code })

/** The memory of a .zip among these goes from thread to thread as it is, and is not copied. */
export const movedWith = (things: readonly unknown[]): ArrayBuffer[] =>
  things.flatMap(each =>
    each instanceof Uint8Array && each.buffer instanceof ArrayBuffer && each.byteLength === each.buffer.byteLength
      ? [each.buffer]
      : [],
  )

type Asked = { task: string; given: unknown[]; done: (answer: never) => void; failed: (why: Error) => void }
type Thread = { worker: Worker; asked: Asked | null; timer: NodeJS.Timeout | undefined }

export type Limits = { patienceMs: number; memoryMb: number }

const limitsOfTexts: Limits = { patienceMs: 20_000, memoryMb: 1024 }
/** A shelf with years of revisions and pictures in it takes its time. */
const limitsOfShelf: Limits = { patienceMs: 120_000, memoryMb: 2048 }

const threadFile = new URL('./begin.mjs', import.meta.url)

/** So many threads at most, each begun when there is something for it. */
function makeThreads(most: number, { patienceMs, memoryMb }: Limits, file: URL, shelf: ShelfPlace | null = null) {
  const threads: Thread[] = []
  const waiting: Asked[] = []

  function begin(): Thread {
    const worker = new Worker(file, {
      resourceLimits: { maxOldGenerationSizeMb: memoryMb },
      workerData: shelf,
    })
    const thread: Thread = { worker, asked: null, timer: undefined }
    worker.on('message', (said: { ok: true; answer: never } | { ok: false; told: Told }) => {
      const { asked } = thread
      clearTimeout(thread.timer)
      thread.asked = null
      if (said.ok) asked?.done(said.answer)
      else asked?.failed(errorOf(said.told))
      goOn()
    })
    worker.on('error', () => end(thread))
    // It keeps no program from ending.
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
  }

  function goOn(): void {
    while (waiting.length > 0) {
      const free = threads.find(({ asked }) => asked === null) ?? (threads.length < most ? begin() : undefined)
      const asked = free && waiting.shift()
      if (!free || !asked) return
      free.asked = asked
      free.timer = setTimeout(() => end(free), patienceMs)
      free.worker.postMessage({ task: asked.task, given: asked.given }, movedWith(asked.given))
    }
  }

  return {
    ask: <T>(task: string, given: unknown[]): Promise<T> =>
      new Promise((done, failed) => {
        waiting.push({ task, given, done, failed })
        goOn()
      }),
    close: async () => {
      waiting.length = 0
      const all = threads.splice(0)
      for (const { timer } of all) clearTimeout(timer)
      await Promise.all(all.map(({ worker }) => worker.terminate()))
    },
  }
}

type Closing = { close: () => Promise<void> }

/** Threads for texts. `limits` and `file` may be set for tests. */
export function makePool(most: number, limits = limitsOfTexts, file = threadFile): Work & Closing {
  const { ask, close } = makeThreads(most, limits, file)
  return {
    rehearse: (...given) => ask('rehearse', given),
    summarize: (...given) => ask('summarize', given),
    learn: (...given) => ask('learn', given),
    carry: (...given) => ask('carry', given),
    planCarry: (...given) => ask('planCarry', given),
    carryChange: (...given) => ask('carryChange', given),
    intoScript: (...given) => ask('intoScript', given),
    print: (...given) => ask('print', given),
    close,
  }
}

/** The thread that works on the whole shelf, one task after another. `limits` may be set for tests. */
export function makeShelfThread(place: ShelfPlace, limits = limitsOfShelf, file = threadFile): ShelfWork & Closing {
  const { ask, close } = makeThreads(1, limits, file, place)
  return { ...shelfWork((task, given) => ask(task, given)), close }
}
