// Opens the database and brings it up to date: numbered migrations, each in a transaction of its own.
import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import Sqlite from 'better-sqlite3'
import { backUp, backupFolder } from './backups.ts'

export type Database = Sqlite.Database

const migrationsFolder = join(dirname(fileURLToPath(import.meta.url)), 'migrations')

/** The migrations in order; a file's leading number is the version it brings the database to. */
const migrations = readdirSync(migrationsFolder)
  .filter(file => /^\d+-.*\.sql$/.test(file))
  .sort()
  .map(file => ({ version: Number.parseInt(file, 10), sql: readFileSync(join(migrationsFolder, file), 'utf8') }))

/**
 * Does what changes the database, all or nothing. It begins as a write, so that it waits for another program's instead of failing
 * in the middle.
 */
export const writing = <T>(database: Database, change: () => T): T => database.transaction(change).immediate()

type Value = string | number | Buffer | null

/** Adds a row under a number that no row of its table has ever had; gives that number. */
export function addRow(database: Database, table: string, row: Readonly<Record<string, Value>>): number {
  const columns = Object.keys(row)
  const insert = database.prepare(
    `INSERT INTO ${table} (id, ${columns.join(', ')})
     VALUES ((SELECT last + 1 FROM numbers WHERE name = '${table}'), ${columns.map(() => '?').join(', ')})`,
  )
  return Number(insert.run(...Object.values(row)).lastInsertRowid)
}

/** Moves what was written into the one file of the database, so that a copy of it holds everything; for quiet times. */
export function settle(database: Database): void {
  try {
    // It waits for nobody: there is a next time.
    database.pragma('busy_timeout = 0')
    database.pragma('wal_checkpoint(TRUNCATE)')
  } catch (error) {
    // Nothing is lost: it stays in the file beside it until the next time.
    console.error(`The database could not be settled: ${(error as Error).message}`)
  } finally {
    database.pragma(`busy_timeout = ${patienceMs}`)
  }
}

/** How long a write waits for one of another program, ms. */
const patienceMs = 5000

/** Thrown for a database that a newer version of this program has made. */
export class NewerVersion extends Error {}

/** Opens (or makes) the database at `path`. Throws with a plain sentence when a newer version has made it. */
export function openDatabase(path: string): Database {
  const database = new Sqlite(path, { timeout: patienceMs })
  database.pragma('journal_mode = WAL')
  database.pragma('foreign_keys = ON')
  const newest = migrations.at(-1)?.version ?? 0
  const present = database.pragma('user_version', { simple: true }) as number
  if (present > newest) {
    database.close()
    throw new NewerVersion(
      `${path} was made by a newer Warm Prelude (its version is ${present}, ours ${newest}); it is left as it is.`,
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
