// Threads that work things out while the server goes on answering; one that takes too long or too much is ended.
import { Worker } from 'node:worker_threads'
import type { Tasks, Work } from './tasks.ts'

/** What took longer than there was time, or more memory. */
export class TookTooMuch extends Error {
  constructor() {
    super('This takes longer to work out, or more memory, than it may.')
  }
}

type Asked = { task: keyof Tasks; given: unknown[]; done: (answer: never) => void; failed: (why: Error) => void }
type Thread = { worker: Worker; asked: Asked | null; timer: NodeJS.Timeout | undefined }

const limits = { patienceMs: 20_000, memoryMb: 1024 }

/** So many threads at most, each begun when there is something for it. `patienceMs` and `memoryMb` may be set for tests. */
export function makePool(
  most: number,
  { patienceMs, memoryMb } = limits,
  file = new URL('./begin.mjs', import.meta.url),
): Work & { close: () => Promise<void> } {
  const threads: Thread[] = []
  const waiting: Asked[] = []

  function begin(): Thread {
    const worker = new Worker(file, {
      resourceLimits: { maxOldGenerationSizeMb: memoryMb },
    })
    const thread: Thread = { worker, asked: null, timer: undefined }
    worker.on('message', (said: { ok: boolean; answer: never; why: string }) => {
      const { asked } = thread
      clearTimeout(thread.timer)
      thread.asked = null
      if (said.ok) asked?.done(said.answer)
      else asked?.failed(new Error(said.why))
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
      free.worker.postMessage({ task: asked.task, given: asked.given })
    }
  }

  const ask = <T extends keyof Tasks>(task: T, given: Parameters<Tasks[T]>): Promise<ReturnType<Tasks[T]>> =>
    new Promise((done, failed) => {
      waiting.push({ task, given, done, failed })
      goOn()
    })

  return {
    rehearse: (...given) => ask('rehearse', given),
    summarize: (...given) => ask('summarize', given),
    unpack: (...given) => ask('unpack', given),
    close: async () => {
      waiting.length = 0
      const all = threads.splice(0)
      for (const { timer } of all) clearTimeout(timer)
      await Promise.all(all.map(({ worker }) => worker.terminate()))
    },
  }
}
