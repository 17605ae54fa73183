// The bin: scripts that were thrown away wait here for 30 days, with all their variants, revisions and trials.
import type { Binned } from '../core/model/kept.ts'
import { nameKey } from '../core/model/script.ts'
import type { Database } from './database.ts'

export const daysInBin = 30

export const allBinned = (database: Database): Binned[] =>
  database
    .prepare<[], Binned>(
      `SELECT s.id, s.name, p.name AS printer, s.moment, s.binned_at AS binnedAt
       FROM scripts s JOIN printers p ON p.id = s.printer_id WHERE s.binned_at IS NOT NULL ORDER BY s.binned_at DESC, s.id DESC`,
    )
    .all()

/** Puts a script into the bin; its name is free from then on. Gives whether it was on the shelf. */
export const binScript = (database: Database, id: number, now: string): boolean =>
  database
    .prepare("UPDATE scripts SET binned_at = ?, key = 'bin ' || id || ' ' || key WHERE id = ? AND binned_at IS NULL")
    .run(now, id).changes > 0

/** Takes it out again under this name, which must be free. */
export const takeOut = (database: Database, id: number, name: string): void => {
  database
    .prepare('UPDATE scripts SET binned_at = NULL, name = ?, key = ? WHERE id = ? AND binned_at IS NOT NULL')
    .run(name, nameKey(name), id)
}

/** Throws one away for good; only what is in the bin. */
export const dropForGood = (database: Database, id: number): boolean =>
  database.prepare('DELETE FROM scripts WHERE id = ? AND binned_at IS NOT NULL').run(id).changes > 0

/** Throws away what has been in the bin for longer than 30 days. `now` as ISO text. */
export function emptyOld(database: Database, now: string): number {
  const since = new Date(Date.parse(now) - daysInBin * 86_400_000).toISOString()
  return database.prepare('DELETE FROM scripts WHERE binned_at < ?').run(since).changes
}
