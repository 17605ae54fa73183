// Opens the database and migrates it: numbered migrations, each in its own transaction.
import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import Sqlite from 'better-sqlite3'
import { backUp, backupFolder } from './backups.ts'

export type Database = Sqlite.Database

const migrationsFolder = join(dirname(fileURLToPath(import.meta.url)), 'migrations')

/** The migrations in order; the number in a file name is the resulting version. */
const migrations = readdirSync(migrationsFolder)
  .filter(file => /^\d+-.*\.sql$/.test(file))
  .sort()
  .map(file => ({ version: Number.parseInt(file, 10), sql: readFileSync(join(migrationsFolder, file), 'utf8') }))

/**
 * Runs a change in a transaction, all or nothing. It starts as a write, so that it waits for other writers instead of
 * failing in the middle.
 */
export const writing = <T>(database: Database, change: () => T): T => database.transaction(change).immediate()

type Value = string | number | Buffer | null

/** Adds a row with an id that no row of its table ever had; returns the id. */
export function addRow(database: Database, table: string, row: Readonly<Record<string, Value>>): number {
  const columns = Object.keys(row)
  const insert = database.prepare(
    `INSERT INTO ${table} (id, ${columns.join(', ')})
     VALUES ((SELECT last + 1 FROM numbers WHERE name = '${table}'), ${columns.map(() => '?').join(', ')})`,
  )
  return Number(insert.run(...Object.values(row)).lastInsertRowid)
}

/** Writes everything into the one file of the database, so that a copy of it is complete. For quiet times. */
export function settle(database: Database): void {
  try {
    // Does not wait for other connections: it is repeated later.
    database.pragma('busy_timeout = 0')
    database.pragma('wal_checkpoint(TRUNCATE)')
  } catch (error) {
    // Nothing is lost: the data stays in the file beside it.
    console.error(`The database could not be settled: ${(error as Error).message}`)
  } finally {
    database.pragma(`busy_timeout = ${patienceMs}`)
  }
}

/** How long a write waits for a different program's write, ms. */
const patienceMs = 5000

/** Thrown for a database of a newer version of this program. */
export class NewerVersion extends Error {}

/** Opens or creates the database at `path`. Throws a plain sentence if a newer version made it. */
export function openDatabase(path: string): Database {
  const database = new Sqlite(path, { timeout: patienceMs })
  database.pragma('journal_mode = WAL')
  database.pragma('foreign_keys = ON')
  const newest = migrations.at(-1)?.version ?? 0
  const present = database.pragma('user_version', { simple: true }) as number
  if (present > newest) {
    database.close()
    throw new NewerVersion(
      `${path} was made by a newer Warm Prelude (version ${present}; this one has ${newest}). It was not changed.`,
    )
  }
  if (present > 0 && present < newest) backUp(database, backupFolder(path), 'before-update', new Date().toISOString())
  for (const { version, sql } of migrations) {
    if (version <= present) continue
    writing(database, () => {
      database.exec(sql)
      database.pragma(`user_version = ${version}`)
    })
  }
  return database
}
