// A thread of a pool: runs requests one after another. With a database, it opens its own connection.
import { parentPort, workerData } from 'node:worker_threads'
import type { Tasks } from '../../tasks/calls.ts'
import { serverTasks } from '../../tasks/server-tasks.ts'
import { openDatabase } from '../database.ts'
import { failureOf, movedWith, type ShelfPlace } from './pool.ts'
import { type Shelf, shelfTasks } from './whole-shelf.ts'

const place = workerData as ShelfPlace | null
const shelf: Shelf | null = place && { database: openDatabase(place.path), backups: place.backups }
const run = (task: string, given: unknown[]): unknown => {
  const all: Tasks = shelf ? shelfTasks : serverTasks
  return all[task]?.(...(shelf ? [shelf, ...given] : given))
}

parentPort?.on('message', ({ task, given }: { task: string; given: unknown[] }) => {
  try {
    const answer = run(task, given)
    parentPort?.postMessage(
      { ok: true, answer },
      movedWith(answer && typeof answer === 'object' ? Object.values(answer) : []),
    )
  } catch (error) {
    parentPort?.postMessage({ ok: false, failure: failureOf(error as Error) })
  }
})
