// Restores a backup: replaces everything in the database, all or nothing.
import { copyFileSync, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import type { Backup } from '../core/model/stored.ts'
import { backUp, faultIn } from './backups.ts'
import { type Database, NewerVersion, openDatabase, writing } from './database.ts'
import { Refused } from './requests.ts'
import { allUnreadable } from './unreadable.ts'

/** Referenced tables first. The search index follows by triggers. */
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

/** Triggers that protect rows from deletion. */
const keepers = ['revisions_are_kept', 'variants_are_kept']

/** Empties every table, within a transaction. */
export function emptyAll(database: Database, but: readonly string[] = []): void {
  const sqlOf = database.prepare('SELECT sql FROM sqlite_master WHERE name = ?').pluck()
  const made = keepers.map(keeper => sqlOf.get(keeper) as string)
  for (const keeper of keepers) database.exec(`DROP TRIGGER ${keeper}`)
  // Scripts and variants refer to each other.
  database.exec('UPDATE scripts SET back_to = NULL; UPDATE variants SET born_of = NULL;')
  for (const table of [...tables].reverse()) if (!but.includes(table)) database.exec(`DELETE FROM ${table}`)
  for (const sql of made) database.exec(sql)
}

/**
 * Restores a backup, after making one of the present state. Refuses (409) a file that is no shelf, is damaged or
 * incomplete, has unreadable rows, or is from a newer version; the database then stays unchanged.
 */
export function restore(database: Database, backups: string, file: string, now: string): Backup {
  const folder = join(backups, '.restoring')
  rmSync(folder, { recursive: true, force: true })
  mkdirSync(folder, { recursive: true })
  try {
    // A separate copy: making the other backup may delete the old file, and an older version is migrated.
    const copy = join(folder, 'backup.sqlite')
    copyFileSync(join(backups, file), copy)
    const fault = faultIn(copy) ?? faultOfShelf(copy)
    if (fault) throw new Refused(409, `That backup can’t be restored: ${fault}. Nothing was changed.`, 'file')
    const backup = backUp(database, backups, 'before-restoring', now)
    replaceAll(database, copy)
    return backup
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

/** What is wrong with a copy of a shelf after migration; null for a good one. */
function faultOfShelf(path: string): string | null {
  let shelf: Database
  try {
    shelf = openDatabase(path)
  } catch (error) {
    return error instanceof NewerVersion
      ? 'it was made by a newer version of this program'
      : 'it can’t be updated to this version'
  }
  try {
    const missing = tables.find(table => (shelf.pragma(`table_info(${table})`) as unknown[]).length === 0)
    if (missing) return 'it is incomplete'
    const [first] = allUnreadable(shelf)
    if (first) return `“${first.name}” in it can’t be read (${first.why})`
    const broken = shelf
      .prepare<[], string>(
        `SELECT s.name FROM scripts s WHERE NOT EXISTS (SELECT 1 FROM variants v JOIN revisions r ON r.id = v.newest
           WHERE v.script_id = s.id AND v.in_use = 1)`,
      )
      .pluck()
      .get()
    return broken === undefined ? null : `the script “${broken}” in it has no text`
  } catch {
    return 'it is incomplete'
  } finally {
    shelf.close()
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
