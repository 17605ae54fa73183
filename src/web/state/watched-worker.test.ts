import { expose } from 'comlink'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { NoAnswer, NotLoaded, Watched } from './watched-worker.ts'

type Remote = { twice: (of: number) => Promise<number> }

/** A worker in this very thread: what is posted to it is heard by its own end, and the other way round. */
class Here extends EventTarget {
  readonly inside = new EventTarget()
  ended = false
  terminate() {
    this.ended = true
  }
  postMessage(data: unknown) {
    this.inside.dispatchEvent(new MessageEvent('message', { data }))
  }
  /** Loads it: it answers from here on, and says its first word. */
  load(remote: Remote) {
    expose(remote, Object.assign(this.inside, { postMessage: (data: unknown) => this.say(data) }) as never)
    this.say('there')
  }
  say(data: unknown) {
    if (!this.ended) this.dispatchEvent(new MessageEvent('message', { data }))
  }
}

let made: Here[] = []
const watched = () =>
  new Watched<Remote>(() => {
    const worker = new Here()
    made.push(worker)
    return worker as unknown as Worker
  }, 12_000)

const answers: Remote = { twice: async of => 2 * of }
const hangs: Remote = { twice: () => new Promise(() => {}) }

/** What a question came to; null while it has come to nothing. */
function outcomeOf(asked: Promise<number>) {
  const outcome: { is: number | Error | null } = { is: null }
  asked.then(
    value => {
      outcome.is = value
    },
    why => {
      outcome.is = why
    },
  )
  return outcome
}

beforeEach(() => {
  vi.useFakeTimers()
  made = []
})
afterEach(() => vi.useRealTimers())

test('a worker that answers is asked again and again, and is one', async () => {
  const worker = watched()
  const asked = [worker.ask(remote => remote.twice(4)), worker.ask(remote => remote.twice(5))]
  made[0]?.load(answers)
  // What was posted before it was loaded waits in a real worker; here it is posted anew.
  const again = worker.ask(remote => remote.twice(6))
  expect(await again).toBe(12)
  expect(made).toHaveLength(1)
  made[0]?.terminate()
  worker.end()
  for (const each of asked) await expect(each).rejects.toThrow(NoAnswer)
})

test('one that takes longer than its 12 s is ended, and the next question goes to another', async () => {
  const worker = watched()
  const first = outcomeOf(worker.ask(remote => remote.twice(4)))
  made[0]?.load(hangs)
  await vi.advanceTimersByTimeAsync(11_999)
  expect(first.is).toBeNull()
  await vi.advanceTimersByTimeAsync(1)
  expect(first.is).toMatchObject({ tookTooLong: true })
  expect(made[0]?.ended).toBe(true)
  const second = worker.ask(async remote => {
    made[1]?.load(answers)
    return await remote.twice(8)
  })
  expect(await second).toBe(16)
})

test('its 12 s are counted from when it has been loaded: 40 s of loading end nothing', async () => {
  const worker = watched()
  const asked = outcomeOf(worker.ask(remote => remote.twice(4)))
  await vi.advanceTimersByTimeAsync(40_000)
  expect(asked.is).toBeNull()
  made[0]?.load(hangs)
  await vi.advanceTimersByTimeAsync(11_999)
  expect(asked.is).toBeNull()
  await vi.advanceTimersByTimeAsync(1)
  expect(asked.is).toMatchObject({ tookTooLong: true })
})

test('one that never comes is given up after 60 s and its 12', async () => {
  const worker = watched()
  const asked = outcomeOf(worker.ask(remote => remote.twice(4)))
  await vi.advanceTimersByTimeAsync(71_999)
  expect(asked.is).toBeNull()
  await vi.advanceTimersByTimeAsync(1)
  expect(asked.is).toBeInstanceOf(NotLoaded)
})

test('one whose file can’t be loaded is reported as that, and the next question tries once more', async () => {
  const worker = watched()
  const asked = outcomeOf(worker.ask(remote => remote.twice(4)))
  made[0]?.dispatchEvent(new Event('error'))
  await vi.advanceTimersByTimeAsync(0)
  expect(asked.is).toBeInstanceOf(NotLoaded)
  const second = worker.ask(async remote => {
    made[1]?.load(answers)
    return await remote.twice(8)
  })
  expect(await second).toBe(16)
})

test('one that dies answers at once that it has ended, whoever waits', async () => {
  const worker = watched()
  const asked = [4, 5].map(of => outcomeOf(worker.ask(remote => remote.twice(of))))
  made[0]?.load(hangs)
  made[0]?.dispatchEvent(new Event('error'))
  await vi.advanceTimersByTimeAsync(0)
  for (const { is } of asked) expect(is).toMatchObject({ tookTooLong: false })
  expect(made[0]?.ended).toBe(true)
})

test('what the worker throws is what the question comes to', async () => {
  const worker = watched()
  const asked = worker.ask(async remote => {
    made[0]?.load({
      twice: async () => {
        throw new Error('no such number')
      },
    })
    return await remote.twice(4)
  })
  await expect(asked).rejects.toThrow('no such number')
})
