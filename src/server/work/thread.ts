// A thread of a pool: runs requests one after another. With a database, it opens its own connection.
import { parentPort, workerData } from 'node:worker_threads'
import { openDatabase } from '../database.ts'
import { movedWith, type ShelfPlace, toldOf } from './pool.ts'
import { tasks } from './tasks.ts'
import { shelfTasks } from './whole-shelf.ts'

const place = workerData as ShelfPlace | null
const all: Record<string, unknown> = place ? shelfTasks(openDatabase(place.path), place.backups) : tasks

parentPort?.on('message', ({ task, given }: { task: string; given: unknown[] }) => {
  try {
    const work = all[task] as (...given: unknown[]) => unknown
    const answer = work(...given)
    parentPort?.postMessage(
      { ok: true, answer },
      movedWith(answer && typeof answer === 'object' ? Object.values(answer) : []),
    )
  } catch (error) {
    parentPort?.postMessage({ ok: false, told: toldOf(error as Error) })
  }
})
