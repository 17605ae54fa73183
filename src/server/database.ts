// Opens the data base and brings it up to date: numbered migrations, each in a transaction of its own.
import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import Sqlite from 'better-sqlite3'
import { backUp, backupFolder } from './backups.ts'

export type Database = Sqlite.Database

const migrationsFolder = join(dirname(fileURLToPath(import.meta.url)), 'migrations')

/** The migrations in order; a file's leading number is the version it brings the data base to. */
const migrations = readdirSync(migrationsFolder)
  .filter(file => /^\d+-.*\.sql$/.test(file))
  .sort()
  .map(file => ({ version: Number.parseInt(file, 10), sql: readFileSync(join(migrationsFolder, file), 'utf8') }))

/** Opens (or makes) the data base at `path`. Throws with a plain sentence when it was made by a newer version of ours. */
export function openDatabase(path: string): Database {
  const database = new Sqlite(path)
  database.pragma('journal_mode = WAL')
  database.pragma('foreign_keys = ON')
  const newest = migrations.at(-1)?.version ?? 0
  const present = database.pragma('user_version', { simple: true }) as number
  if (present > newest) {
    database.close()
    throw new Error(
      `${path} was made by a newer Warm Prelude (its version is ${present}, ours ${newest}); it is left as it is.`,
    )
  }
  if (present > 0 && present < newest) backUp(database, backupFolder(path), 'before-update', new Date().toISOString())
  for (const { version, sql } of migrations) {
    if (version <= present) continue
    database.transaction(() => {
      database.exec(sql)
      database.pragma(`user_version = ${version}`)
    })()
  }
  return database
}
