// Backups: copies of the whole database beside it, made before risky changes and once a day.
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

/** How many are kept: the newest, and the first of each of so many days and weeks. */
const max = { newest: 10, days: 7, weeks: 4 }

/** The reason for a backup, part of its file name. */
export type Reason = 'daily' | 'before-import' | 'before-update' | 'before-emptying' | 'before-restoring'

export const backupFolder = (databasePath: string): string => join(dirname(databasePath), 'backups')

/** `000012 2026-11-26T08-00-00-000Z daily.sqlite`; very old ones have no number. */
const shape = /^(?:\d{6} )?(\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d-\d{3}Z) ([a-z-]+)\.sqlite$/

/** Temporary names of backups that are being made or restored. */
const unfinished = /^\.(?:making|restoring)\b/

const timeIn = (stamp: string): string =>
  stamp.replace(/T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z$/, (_, h, m, s, ms) => `T${h}:${m}:${s}.${ms}Z`)

/** A backup's sequence number, stored in the file; 0 for very old ones. Null if the file is incomplete. */
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

/** Cache by path, size and time: files with a final name never change. */
const known = new Map<string, number | null>()

/** All complete backups, newest first, by their sequence numbers and not by a clock, which may be wrong. */
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

/** The number of rows in each table, except the search index's own. */
function countsOf(database: Database): string {
  const tables = database
    .prepare<[], string>(
      "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'found%' AND name <> 'backup_number' ORDER BY name",
    )
    .pluck()
    .all()
  return tables.map(name => `${name} ${database.prepare(`SELECT count(*) FROM ${name}`).pluck().get()}`).join(', ')
}

/** What is wrong with a copy of the database; null for a good one. */
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

/** Writes a file's data to the disk. */
function flush(path: string): void {
  const handle = openSync(path, 'r+')
  fsyncSync(handle)
  closeSync(handle)
}

/**
 * Copies the database and compares the copy with the shelf. Returns false if a different connection wrote meanwhile, so
 * that they can't be compared. Throws if the copy lacks something.
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
    if (!same) throw new Error('The backup is incomplete.')
    return true
  } finally {
    copy.close()
  }
}

/**
 * Makes a copy of the present database with its number, checked and written to disk. Throws if the copy is not good.
 */
function copyTo(path: string, database: Database, number: number): void {
  // A write during the copy makes the comparison impossible: then it is repeated.
  for (let tries = 1; !copiedAtOneMoment(path, database, number); tries++)
    if (tries === 5) throw new Error('The shelf changed repeatedly while it was being copied. Try again.')
  const fault = faultIn(path)
  if (fault) throw new Error(`The backup is damaged: ${fault}.`)
  flush(path)
}

/** Makes a backup of the present database, and deletes older ones that need not be kept. `now` is ISO text. */
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
/** Weeks start on Monday. */
const weekOf = (backup: Backup): string => String(Math.floor((Date.parse(dayOf(backup)) / 86_400_000 + 3) / 7))

/** The backups to keep: the newest, and the first of each of the last days and weeks that have one. */
export function worthKeeping(all: readonly Backup[]): Set<string> {
  const firstOfEach = (partOf: (backup: Backup) => string, count: number): Backup[] => {
    // A later entry is older, and replaces the previous one.
    const firsts = new Map<string, Backup>()
    for (const backup of all) firsts.set(partOf(backup), backup)
    return [...firsts.values()].slice(0, count)
  }
  const kept = [...all.slice(0, max.newest), ...firstOfEach(dayOf, max.days), ...firstOfEach(weekOf, max.weeks)]
  return new Set(kept.map(({ file }) => file))
}

/** Makes today's backup, if the last one is from a different day. */
export function backUpDaily(database: Database, folder: string, now: string): void {
  const [last] = allBackups(folder)
  if (!last || dayOf(last) !== now.slice(0, 10)) backUp(database, folder, 'daily', now)
}

/** Deletes what an interrupted program left. */
export function clearUnfinished(folder: string): void {
  if (!existsSync(folder)) return
  for (const name of readdirSync(folder))
    if (unfinished.test(name)) rmSync(join(folder, name), { recursive: true, force: true })
}
