// Backups: whole copies of the database beside it, made before whatever could go wrong, and each day that it is used.
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import Sqlite, { type Database } from 'better-sqlite3'
import type { Backup } from '../core/model/stored.ts'

/** So many of the newest are kept, and besides the first of so many days and weeks. */
const max = { newest: 10, days: 7, weeks: 4 }

/** Why a backup was made, as its file's name says it. */
export type Reason = 'daily' | 'before-import' | 'before-update' | 'before-emptying' | 'before-restoring'

export const backupFolder = (databasePath: string): string => join(dirname(databasePath), 'backups')

/** `000012 2026-11-26T08-00-00-000Z daily.sqlite`; the oldest have no number. */
const shape = /^(?:\d{6} )?(\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d-\d{3}Z) ([a-z-]+)\.sqlite$/

/** What is being made or put back stands under such a name until it is whole. */
const unfinished = /^\.(?:making|restoring)\b/

const timeIn = (stamp: string): string =>
  stamp.replace(/T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z$/, (_, h, m, s, ms) => `T${h}:${m}:${s}.${ms}Z`)

/** A backup's place in the sequence, kept in the file itself; 0 for one of earlier days. Null where the file is not whole. */
function numberIn(path: string): number | null {
  let copy: Database | undefined
  try {
    copy = new Sqlite(path, { readonly: true, fileMustExist: true })
    const [pages, size, version] = ['page_count', 'page_size', 'user_version'].map(name =>
      Number(copy?.pragma(name, { simple: true })),
    ) as [number, number, number]
    if (version < 1 || pages * size !== statSync(path).size) return null
    const kept = copy.prepare("SELECT 1 FROM sqlite_master WHERE name = 'backup_number'").get()
    return kept ? Number(copy.prepare('SELECT number FROM backup_number').pluck().get()) : 0
  } catch {
    return null
  } finally {
    copy?.close()
  }
}

/** Files never change once they have their name: what was found in them is remembered, by path, size and time. */
const known = new Map<string, number | null>()

/** The whole ones, the newest first: by their place in the sequence, not by a clock that may have been set. */
export function allBackups(folder: string): Backup[] {
  if (!existsSync(folder)) return []
  const found = readdirSync(folder).flatMap(file => {
    const [, stamp, reason] = shape.exec(file) ?? []
    if (!stamp || !reason) return []
    const path = join(folder, file)
    const { size, mtimeMs } = statSync(path)
    const key = `${path} ${size} ${mtimeMs}`
    if (!known.has(key)) known.set(key, numberIn(path))
    const number = known.get(key) ?? null
    return number === null ? [] : [{ number, backup: { file, madeAt: timeIn(stamp), reason, bytes: size } }]
  })
  return found
    .sort((a, b) => b.number - a.number || b.backup.file.localeCompare(a.backup.file))
    .map(({ backup }) => backup)
}

/** How many rows each table has; what the search index keeps for itself left out. */
function countsOf(database: Database): string {
  const tables = database
    .prepare<[], string>(
      "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'found%' AND name <> 'backup_number' ORDER BY name",
    )
    .pluck()
    .all()
  return tables.map(name => `${name} ${database.prepare(`SELECT count(*) FROM ${name}`).pluck().get()}`).join(', ')
}

/** What is wrong with a copy of the database, in a few words; null for a good one. */
export function faultIn(path: string): string | null {
  let copy: Database | undefined
  try {
    copy = new Sqlite(path, { readonly: true, fileMustExist: true })
    if (copy.pragma('integrity_check', { simple: true }) !== 'ok') return 'it is damaged'
    if ((copy.pragma('foreign_key_check') as unknown[]).length > 0) return 'rows in it refer to rows that are missing'
    if (Number(copy.pragma('user_version', { simple: true })) < 1) return 'it is empty'
    return copy.prepare("SELECT 1 FROM sqlite_master WHERE name = 'revisions'").get()
      ? null
      : 'it is not a shelf of Warm Prelude'
  } catch {
    return 'it can’t be read'
  } finally {
    copy?.close()
  }
}

/** Makes sure that what was written is on the disk, not only on its way there. */
function flush(path: string): void {
  const handle = openSync(path, 'r+')
  fsyncSync(handle)
  closeSync(handle)
}

/**
 * Copies the database, and compares what the copy has with what the shelf has. Returns false where another connection wrote
 * meanwhile, so that the two can't be compared. Throws where the copy lacks something.
 */
function copiedAtOneMoment(path: string, database: Database, number: number): boolean {
  const version = () => database.pragma('data_version', { simple: true })
  rmSync(path, { force: true })
  const before = version()
  database.prepare('VACUUM INTO ?').run(path)
  const copy = new Sqlite(path)
  try {
    copy.exec('CREATE TABLE backup_number (number INTEGER NOT NULL)')
    copy.prepare('INSERT INTO backup_number VALUES (?)').run(number)
    const same =
      copy.pragma('user_version', { simple: true }) === database.pragma('user_version', { simple: true }) &&
      countsOf(copy) === countsOf(database)
    if (version() !== before) return false
    if (!same) throw new Error('The backup does not have all that the shelf has.')
    return true
  } finally {
    copy.close()
  }
}

/** A copy of the database as it is at this moment, with its number in it, checked and on the disk. Throws where it is not good. */
function copyTo(path: string, database: Database, number: number): void {
  // What is saved while the copy is being made would make it differ from the shelf: then it is made again.
  for (let tries = 1; !copiedAtOneMoment(path, database, number); tries++)
    if (tries === 5) throw new Error('The shelf was changed again and again while it was being copied. Try once more.')
  const fault = faultIn(path)
  if (fault) throw new Error(`The backup is no good: ${fault}.`)
  flush(path)
}

/** Copies the database whole, as it is at this moment, and drops older copies that need not be kept. `now` as ISO text. */
export function backUp(database: Database, folder: string, reason: Reason, now: string): Backup {
  mkdirSync(folder, { recursive: true })
  const [last] = allBackups(folder)
  const number = (last ? (numberIn(join(folder, last.file)) ?? 0) : 0) + 1
  const file = `${String(number).padStart(6, '0')} ${now.replace(/[:.]/g, '-')} ${reason}.sqlite`
  const making = join(folder, `.making ${process.pid}.sqlite`)
  rmSync(making, { force: true })
  try {
    copyTo(making, database, number)
    renameSync(making, join(folder, file))
  } finally {
    for (const ending of ['', '-journal']) rmSync(making + ending, { force: true })
  }
  const all = allBackups(folder)
  const kept = worthKeeping(all)
  for (const each of all) if (!kept.has(each.file)) rmSync(join(folder, each.file), { force: true })
  return { file, madeAt: now, reason, bytes: statSync(join(folder, file)).size }
}

const dayOf = ({ madeAt }: Backup): string => madeAt.slice(0, 10)
/** Weeks counted from a Monday. */
const weekOf = (backup: Backup): string => String(Math.floor((Date.parse(dayOf(backup)) / 86_400_000 + 3) / 7))

/** Of all backups, the newest first: the newest, and the first of each of the last days and weeks that have one. */
export function worthKeeping(all: readonly Backup[]): Set<string> {
  const firstOfEach = (partOf: (backup: Backup) => string, count: number): Backup[] => {
    // A later entry is of an earlier time, and takes the place of the one before it.
    const firsts = new Map<string, Backup>()
    for (const backup of all) firsts.set(partOf(backup), backup)
    return [...firsts.values()].slice(0, count)
  }
  const kept = [...all.slice(0, max.newest), ...firstOfEach(dayOf, max.days), ...firstOfEach(weekOf, max.weeks)]
  return new Set(kept.map(({ file }) => file))
}

/** A backup of this day, where the last one is of another. */
export function backUpDaily(database: Database, folder: string, now: string): void {
  const [last] = allBackups(folder)
  if (!last || dayOf(last) !== now.slice(0, 10)) backUp(database, folder, 'daily', now)
}

/** Clears away what a program that was ended in the middle of its work has left. */
export function clearUnfinished(folder: string): void {
  if (!existsSync(folder)) return
  for (const name of readdirSync(folder))
    if (unfinished.test(name)) rmSync(join(folder, name), { recursive: true, force: true })
}
