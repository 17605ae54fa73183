// Putting a backup back: everything in the database gives way to what the backup has, all or nothing.
import { copyFileSync, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import type { Backup } from '../core/model/kept.ts'
import { backUp, faultIn } from './backups.ts'
import { type Database, openDatabase, writing } from './database.ts'
import { Refused } from './requests.ts'

/** In an order in which what is referred to comes first. The search index follows from the others by their triggers. */
const tables = [
  'printers',
  'materials',
  'jobs',
  'taught_commands',
  'vocabularies',
  'earlier',
  'scripts',
  'variants',
  'revisions',
  'trials',
  'refrains',
  'refrain_revisions',
  'remembered',
  'summaries',
]

/** What keeps rows from being thrown away. */
const keepers = ['revisions_are_kept', 'variants_are_kept']

/** Empties every table, within a transaction. */
export function emptyAll(database: Database, but: readonly string[] = []): void {
  const sqlOf = database.prepare('SELECT sql FROM sqlite_master WHERE name = ?').pluck()
  const made = keepers.map(keeper => sqlOf.get(keeper) as string)
  for (const keeper of keepers) database.exec(`DROP TRIGGER ${keeper}`)
  // Scripts and variants point at each other.
  database.exec('UPDATE scripts SET back_to = NULL; UPDATE variants SET born_of = NULL;')
  for (const table of [...tables].reverse()) if (!but.includes(table)) database.exec(`DELETE FROM ${table}`)
  for (const sql of made) database.exec(sql)
}

/**
 * Puts the backup of this file back, after a backup of what there is. Throws where it is no database of ours, is damaged, or is
 * one of a newer version; the database is then as it was.
 */
export function restore(database: Database, backups: string, file: string, now: string): Backup {
  const folder = join(backups, '.restoring')
  rmSync(folder, { recursive: true, force: true })
  mkdirSync(folder, { recursive: true })
  try {
    // A copy of its own: making the other backup may drop the old file, and one of an older version is brought up to date.
    const copy = join(folder, 'backup.sqlite')
    copyFileSync(join(backups, file), copy)
    const fault = faultIn(copy)
    if (fault) throw new Refused(409, `That backup can’t be put back: ${fault}. Nothing was changed.`, 'file')
    openDatabase(copy).close()
    const backup = backUp(database, backups, 'before-restoring', now)
    replaceAll(database, copy)
    return backup
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

function replaceAll(database: Database, copy: string): void {
  database.prepare('ATTACH ? AS backup').run(copy)
  try {
    writing(database, () => {
      database.pragma('defer_foreign_keys = ON')
      emptyAll(database)
      for (const table of tables) {
        const columns = (database.pragma(`table_info(${table})`) as { name: string }[])
          .map(({ name }) => name)
          .join(', ')
        database.exec(`INSERT INTO main.${table} (${columns}) SELECT ${columns} FROM backup.${table} ORDER BY rowid`)
      }
    })
  } finally {
    database.exec('DETACH backup')
  }
}
