// A worker that can't hang or die for good: one that does not answer in its time is ended, and begun anew for what comes next.
import { type Remote, wrap } from 'comlink'

/** Why a worker gave no answer: it took too long over this very question, or ended over another one or by itself. */
export class NoAnswer extends Error {
  constructor(readonly tookTooLong: boolean) {
    super(tookTooLong ? 'It took too long, and was ended.' : 'The calculation ended before it had an answer.')
  }
}

type Running<T> = {
  worker: Worker
  remote: Remote<T>
  /** When it has said its first word, which it does as soon as it has been loaded. */
  there: Promise<void>
  ended: Promise<never>
  end: () => void
}

/** What loading may take besides: a busy machine is no worker that hangs, and a server that is gone never sends one. */
const loadingMs = 60_000

export class Watched<T> {
  private running: Running<T> | null = null

  constructor(
    private readonly make: () => Worker,
    private readonly patienceMs: number,
  ) {}

  /** Asks the worker, which has its time from when it has been loaded. Rejects with `NoAnswer` where none comes in time, or with what the worker itself throws. */
  async ask<R>(question: (remote: Remote<T>, worker: Worker) => R): Promise<Awaited<R>> {
    this.running ??= this.begin()
    const { worker, remote, there, ended, end } = this.running
    let answered = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const late = new Promise<never>((_, fail) => {
      const wait = (ms: number) => {
        clearTimeout(timer)
        if (answered) return
        timer = setTimeout(() => {
          fail(new NoAnswer(true))
          end()
        }, ms)
      }
      wait(loadingMs + this.patienceMs)
      void there.then(() => wait(this.patienceMs))
    })
    try {
      return await Promise.race([question(remote, worker), late, ended])
    } finally {
      answered = true
      clearTimeout(timer)
    }
  }

  /** Ends it, whatever it is at; what was asked is answered with `NoAnswer`. */
  end(): void {
    this.running?.end()
  }

  private begin(): Running<T> {
    const worker = this.make()
    let fail: (why: NoAnswer) => void = () => {}
    const ended = new Promise<never>((_, reject) => {
      fail = reject
    })
    // Nobody may be waiting when it ends.
    ended.catch(() => {})
    const end = () => {
      worker.terminate()
      if (this.running?.worker === worker) this.running = null
      fail(new NoAnswer(false))
    }
    // One that has run out of memory, or could not be loaded.
    worker.addEventListener('error', end)
    const there = new Promise<void>(resolve => worker.addEventListener('message', () => resolve(), { once: true }))
    return { worker, remote: wrap<T>(worker), there, ended, end }
  }
}
