// The bin: scripts that were thrown away wait here for 30 days, with all their variants, revisions and trials.
import type { Binned } from '../core/model/kept.ts'
import { nameKey } from '../core/model/script.ts'
import { type Database, writing } from './database.ts'

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
    .prepare(
      "UPDATE scripts SET binned_at = ?, days_binned = 0, key = 'bin ' || id || ' ' || key WHERE id = ? AND binned_at IS NULL",
    )
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

/** A clock that jumps further than this between two looks is not believed: it counts as so many days. */
const mostDaysAtOnce = 10
const dayMs = 86_400_000

/**
 * Counts the days since the last look for all that is in the bin, and throws away what has spent its 30 there. Days are counted as
 * they pass: a clock set ahead throws nothing away, and one set back counts none. `now` as ISO text.
 */
export function emptyOld(database: Database, now: string): number {
  return writing(database, () => {
    const last = database.prepare<[], string>("SELECT value FROM remembered WHERE name = 'bin looked at'").pluck().get()
    const days = last === undefined ? 0 : Math.floor((Date.parse(now) - Date.parse(last)) / dayMs)
    if (days === 0 && last !== undefined) return 0
    database.prepare("INSERT OR REPLACE INTO remembered (name, value) VALUES ('bin looked at', ?)").run(now)
    const passed = Math.min(Math.max(days, 0), mostDaysAtOnce)
    database.prepare('UPDATE scripts SET days_binned = days_binned + ? WHERE binned_at IS NOT NULL').run(passed)
    return database.prepare('DELETE FROM scripts WHERE binned_at IS NOT NULL AND days_binned >= ?').run(daysInBin)
      .changes
  })
}
