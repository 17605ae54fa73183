// One thread of the pool: works out what it is sent, one after another.
import { parentPort } from 'node:worker_threads'
import { tasks } from './tasks.ts'

parentPort?.on('message', ({ task, given }: { task: keyof typeof tasks; given: unknown[] }) => {
  try {
    const work = tasks[task] as (...all: unknown[]) => unknown
    parentPort?.postMessage({ ok: true, answer: work(...given) })
  } catch (error) {
    parentPort?.postMessage({ ok: false, why: String(error) })
  }
})
