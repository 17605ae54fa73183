// Backups: whole copies of the data base beside it, the last ten, made before whatever could go wrong, and each day that it is used.
import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import type { Database } from 'better-sqlite3'
import type { Backup } from '../core/model/kept.ts'

const mostBackups = 10

/** Why a backup was made, as its file's name says it. */
export type Reason = 'daily' | 'before-import' | 'before-update' | 'before-emptying' | 'before-restoring'

export const backupFolder = (databasePath: string): string => join(dirname(databasePath), 'backups')

const shape = /^(\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d-\d{3}Z) ([a-z-]+)\.sqlite$/

const timeIn = (stamp: string): string =>
  stamp.replace(/T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z$/, (_, h, m, s, ms) => `T${h}:${m}:${s}.${ms}Z`)

/** The newest first. */
export function allBackups(folder: string): Backup[] {
  if (!existsSync(folder)) return []
  return readdirSync(folder)
    .flatMap((file): Backup[] => {
      const [, stamp, reason] = shape.exec(file) ?? []
      return stamp && reason ? [{ file, madeAt: timeIn(stamp), reason, bytes: statSync(join(folder, file)).size }] : []
    })
    .sort((a, b) => b.file.localeCompare(a.file))
}

/** Copies the data base whole, as it is at this moment, and drops the oldest copies beyond ten. `now` as ISO text. */
export function backUp(database: Database, folder: string, reason: Reason, now: string): Backup {
  mkdirSync(folder, { recursive: true })
  const file = `${now.replace(/[:.]/g, '-')} ${reason}.sqlite`
  const path = join(folder, file)
  rmSync(path, { force: true })
  database.prepare('VACUUM INTO ?').run(path)
  for (const { file: old } of allBackups(folder).slice(mostBackups)) rmSync(join(folder, old), { force: true })
  return { file, madeAt: now, reason, bytes: statSync(path).size }
}

/** A backup of this day, where there is none yet. */
export function backUpDaily(database: Database, folder: string, now: string): void {
  const today = now.slice(0, 10)
  if (!allBackups(folder).some(({ madeAt }) => madeAt.startsWith(today))) backUp(database, folder, 'daily', now)
}
