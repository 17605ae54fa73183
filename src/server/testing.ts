// A separate shelf for each test: the demo data in a new database, and the API.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { makeApp } from './app.ts'
import { type Database, openDatabase } from './database.ts'
import { seedWhenEmpty } from './seed.ts'

export const now = '2026-11-24T08:00:00.000Z'

export type Answer = { status: number; json: Record<string, never> & { [key: string]: unknown } }

export type TestShelf = {
  folder: string
  database: Database
  ask: (path: string, method?: string, body?: unknown) => Promise<Answer>
  /** Saves a change of a script, based on its first revision unless given. */
  save: (id: unknown, change: object) => Promise<Answer>
  remove: () => void
}

export function makeShelf(): TestShelf {
  const folder = mkdtempSync(join(tmpdir(), 'warm-prelude-'))
  const database = openDatabase(join(folder, 'shelf.sqlite'))
  seedWhenEmpty(database, now)
  const app = makeApp({ database, backups: join(folder, 'backups'), screens: null, now: () => now })
  const ask: TestShelf['ask'] = async (path, method = 'GET', body) => {
    const response = await app.request(`http://localhost/api${path}`, {
      method,
      ...(body === undefined
        ? {}
        : { body: typeof body === 'string' || body instanceof FormData ? body : JSON.stringify(body) }),
    })
    return { status: response.status, json: (await response.json()) as Answer['json'] }
  }
  return {
    folder,
    database,
    ask,
    save: async (id, change) => {
      const { identity } = (await ask(`/scripts/${id}`)).json
      return ask(`/scripts/${id}`, 'PUT', { printerId: 1, moment: 'start', base: 1, identity, ...change })
    },
    remove: () => {
      database.close()
      rmSync(folder, { recursive: true })
    },
  }
}
