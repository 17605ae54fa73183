// Putting a backup back: everything in the data base gives way to what the backup has, all or nothing.
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Database, openDatabase } from './database.ts'

/** In an order in which what is referred to comes first. The search index follows from the others by their triggers. */
const tables = [
  'printers',
  'materials',
  'jobs',
  'taught_commands',
  'vocabularies',
  'scripts',
  'variants',
  'revisions',
  'trials',
  'refrains',
  'refrain_revisions',
  'remembered',
  'summaries',
]

const keeper = 'revisions_are_kept'

/** Empties every table, within a transaction. */
export function emptyAll(database: Database, but: readonly string[] = []): void {
  const sql = database.prepare('SELECT sql FROM sqlite_master WHERE name = ?').pluck().get(keeper) as string
  database.exec(`DROP TRIGGER ${keeper}`)
  // Scripts and variants point at each other.
  database.exec('UPDATE scripts SET back_to = NULL; UPDATE variants SET born_of = NULL;')
  for (const table of [...tables].reverse()) if (!but.includes(table)) database.exec(`DELETE FROM ${table}`)
  database.exec(sql)
}

/** Throws where the file is no data base of ours, or one of a newer version; the data base is then as it was. */
export function restore(database: Database, backup: string): void {
  // A backup of an older version is brought up to date in a copy first.
  const folder = mkdtempSync(join(tmpdir(), 'warm-prelude-restore-'))
  try {
    const copy = join(folder, 'backup.sqlite')
    copyFileSync(backup, copy)
    openDatabase(copy).close()
    database.prepare('ATTACH ? AS backup').run(copy)
    try {
      database.transaction(() => {
        database.pragma('defer_foreign_keys = ON')
        emptyAll(database)
        for (const table of tables) {
          const columns = (database.pragma(`table_info(${table})`) as { name: string }[])
            .map(({ name }) => name)
            .join(', ')
          database.exec(`INSERT INTO main.${table} (${columns}) SELECT ${columns} FROM backup.${table} ORDER BY rowid`)
        }
      })()
    } finally {
      database.exec('DETACH backup')
    }
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
