// Tests a shelf with unreadable rows, in each table and of each kind, and backups that can't be restored.
import { copyFileSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { makeApp } from '../server/app.ts'
import { backUp } from '../server/backups.ts'
import { openDatabase } from '../server/database.ts'
import { syncAllDocuments } from '../server/documents.ts'
import { seedWhenEmpty } from '../server/seed.ts'

const now = '2026-11-24T08:00:00.000Z'
const tables = ['printers', 'materials', 'jobs', 'trials'] as const
const damages = ['{', '{}', '[]', 'null', '"text"', '1e999', '['.repeat(20_000), '{"name":1}', '\u0000']
const pages = [
  'things',
  'shelf',
  'scripts/1',
  'scripts/1/story',
  'search?q=home',
  'bin',
  'taught',
  'refrains',
  'unreadable',
]

type Tried = { tried: number; wrong: string[] }

function opened() {
  const folder = mkdtempSync(join(tmpdir(), 'warm-prelude-siege-'))
  const database = openDatabase(join(folder, 'shelf.sqlite'))
  seedWhenEmpty(database, now)
  const app = makeApp({ database, backups: join(folder, 'backups'), screens: null, now: () => now })
  const close = () => {
    database.close()
    rmSync(folder, { recursive: true, force: true })
  }
  return { folder, database, app, close }
}

/** Damages every row of every table in turn, requests all pages, and restores the row. */
export async function damagedRows(): Promise<Tried> {
  const { database, app, close } = opened()
  const wrong: string[] = []
  let tried = 0
  // A damaged file may contain what the database itself would refuse.
  database.pragma('ignore_check_constraints = ON')
  for (const table of tables)
    for (const { id, data } of database
      .prepare<[], { id: number; data: string }>(`SELECT id, data FROM ${table}`)
      .all()) {
      const put = database.prepare(`UPDATE ${table} SET data = ? WHERE id = ?`)
      const damage = damages[tried++ % damages.length] as string
      put.run(damage, id)
      try {
        syncAllDocuments(database, now, '')
        for (const page of pages) {
          const answer = await app.request(`http://localhost/api/${page}`)
          if (answer.status !== 200)
            wrong.push(`${page}: ${answer.status} with ${table} ${id} as ${damage.slice(0, 20)}`)
        }
        const listed = await (await app.request('http://localhost/api/unreadable')).json()
        if (!JSON.stringify(listed).includes(`"table":"${table}","id":${id}`))
          wrong.push(`${table} ${id} is not listed`)
      } catch (error) {
        wrong.push(`${table} ${id} as ${damage.slice(0, 20)}: ${(error as Error).message}`)
      }
      put.run(data, id)
    }
  close()
  return { tried, wrong }
}

const changes = [
  'PRAGMA user_version = 9999',
  "UPDATE printers SET data = '{}' WHERE id = 2",
  "UPDATE jobs SET data = '[]' WHERE id = 1",
  'DROP TABLE trials',
  'DROP TABLE refrain_revisions',
  'DROP TRIGGER variants_are_kept; UPDATE variants SET in_use = 0 WHERE script_id = 1',
  'DROP TRIGGER revisions_are_kept; DELETE FROM revisions WHERE id = 1',
]

/** Tries to restore bad backups: each is refused with 409, and the shelf stays unchanged. */
export async function badBackups(): Promise<Tried> {
  const { folder, database, app, close } = opened()
  const wrong: string[] = []
  const shelf = async () => (await app.request('http://localhost/api/shelf')).text()
  const before = await shelf()
  const backups = join(folder, 'backups')
  const good = backUp(database, backups, 'daily', now).file
  for (const [i, change] of changes.entries()) {
    const file = `${String(i + 2).padStart(6, '0')} ${now.replace(/[:.]/g, '-')} daily.sqlite`
    copyFileSync(join(backups, good), join(backups, file))
    const copy = openDatabase(join(backups, file))
    copy.pragma('foreign_keys = OFF')
    copy.pragma('journal_mode = DELETE')
    copy.exec(change)
    copy.close()
    const body = JSON.stringify({ file })
    const { status } = await app.request('http://localhost/api/archive/restore', { method: 'POST', body })
    if (status !== 409) wrong.push(`${status} for ${change}`)
    if ((await shelf()) !== before) wrong.push(`the shelf is another one after ${change}`)
  }
  const noDatabase = `000099 ${now.replace(/[:.]/g, '-')} daily.sqlite`
  writeFileSync(join(backups, noDatabase), 'no database')
  const body = JSON.stringify({ file: noDatabase })
  const { status } = await app.request('http://localhost/api/archive/restore', { method: 'POST', body })
  if (status !== 404 && status !== 409) wrong.push(`${status} for a file that is no database`)
  close()
  return { tried: changes.length + 1, wrong }
}
