// Wraps a worker so that it can't hang: one that does not respond in time is ended, and a new one is started for the
// next request.
import { type Remote, wrap } from 'comlink'

/**
 * Thrown if a worker gave no response: this request took too long, or the worker ended because of a different request
 * or a crash.
 */
export class NoAnswer extends Error {
  constructor(readonly tookTooLong: boolean) {
    super(tookTooLong ? 'It took too long, and was ended.' : 'The calculation ended before it had an answer.')
  }
}

/** Thrown if the worker's file could not be loaded. */
export class NotLoaded extends Error {
  constructor() {
    super('The part of the program that calculates could not be loaded: the server did not answer.')
  }
}

type Running<T> = {
  worker: Worker
  remote: Remote<T>
  /** Resolves when the worker has sent its first message, which it does once it has loaded. */
  there: Promise<void>
  isThere: () => boolean
  ended: Promise<never>
  /** Ends the worker; pending requests are rejected with this error. */
  end: (why: Error) => void
}

/** Limit for loading, ms: generous for a busy machine, finite for a server that is gone. */
const loadingMs = 60_000

export class Watched<T> {
  private running: Running<T> | null = null

  constructor(
    private readonly make: () => Worker,
    private readonly patienceMs: number,
  ) {}

  /**
   * Sends a request. Its time counts from when the worker has loaded. Rejects with `NoAnswer` if the response is late,
   * with `NotLoaded` if the worker can't be loaded, or with the error that the worker throws.
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

  /** Ends the worker at once; pending requests are rejected with `NoAnswer`. */
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
    // Prevents a report of an unhandled rejection if no request is pending.
    ended.catch(() => {})
    const end = (why: Error) => {
      worker.terminate()
      if (this.running?.worker === worker) this.running = null
      fail(why)
    }
    // The worker has run out of memory, or could not be loaded.
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
