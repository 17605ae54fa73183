// A worker that can't hang or die for good: one that does not answer in its time is ended, and begun anew for what comes next.
import { type Remote, wrap } from 'comlink'

/** Why a worker gave no answer: it took too long over this very question, or ended over another one or by itself. */
export class NoAnswer extends Error {
  constructor(readonly tookTooLong: boolean) {
    super(tookTooLong ? 'It took too long, and was ended.' : 'The calculation ended before it had an answer.')
  }
}

/** The worker's file could not be loaded, so that nothing was worked out at all. */
export class NotLoaded extends Error {
  constructor() {
    super('The part of the program that calculates could not be loaded: the server did not answer.')
  }
}

type Running<T> = {
  worker: Worker
  remote: Remote<T>
  /** When it has said its first word, which it does as soon as it has been loaded. */
  there: Promise<void>
  isThere: () => boolean
  ended: Promise<never>
  /** Ends it; what was asked of it is answered with this. */
  end: (why: Error) => void
}

/** What loading may take besides: a busy machine is no worker that hangs, and a server that is gone never sends one. */
const loadingMs = 60_000

export class Watched<T> {
  private running: Running<T> | null = null

  constructor(
    private readonly make: () => Worker,
    private readonly patienceMs: number,
  ) {}

  /**
   * Asks the worker, which has its time from when it has been loaded. Rejects with `NoAnswer` where none comes in time, with `NotLoaded` where
   * it can't be loaded, or with what the worker itself throws.
   */
  async ask<R>(question: (remote: Remote<T>) => R): Promise<Awaited<R>> {
    this.running ??= this.begin()
    const { remote, there, isThere, ended, end } = this.running
    let answered = false
    let timer: ReturnType<typeof setTimeout> | undefined
    const late = new Promise<never>((_, fail) => {
      const wait = (ms: number) => {
        clearTimeout(timer)
        if (answered) return
        timer = setTimeout(() => {
          fail(isThere() ? new NoAnswer(true) : new NotLoaded())
          end(new NoAnswer(false))
        }, ms)
      }
      wait(loadingMs + this.patienceMs)
      void there.then(() => wait(this.patienceMs))
    })
    try {
      return await Promise.race([question(remote), late, ended])
    } finally {
      answered = true
      clearTimeout(timer)
    }
  }

  /** Ends it, whatever it is at; what was asked is answered with `NoAnswer`. */
  end(): void {
    this.running?.end(new NoAnswer(false))
  }

  private begin(): Running<T> {
    const worker = this.make()
    let fail: (why: Error) => void = () => {}
    let loaded = false
    const ended = new Promise<never>((_, reject) => {
      fail = reject
    })
    // Nobody may be waiting when it ends.
    ended.catch(() => {})
    const end = (why: Error) => {
      worker.terminate()
      if (this.running?.worker === worker) this.running = null
      fail(why)
    }
    // One that has run out of memory, or could not be loaded.
    worker.addEventListener('error', () => end(loaded ? new NoAnswer(false) : new NotLoaded()))
    const there = new Promise<void>(resolve =>
      worker.addEventListener(
        'message',
        () => {
          loaded = true
          resolve()
        },
        { once: true },
      ),
    )
    return { worker, remote: wrap<T>(worker), there, isThere: () => loaded, ended, end }
  }
}
