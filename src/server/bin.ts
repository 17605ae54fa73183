// The bin: deleted items stay for 30 days; scripts and variants with all revisions and trials.

import { nameKey } from '../core/model/script.ts'
import type { BinKind, Binned } from '../core/model/stored.ts'
import { type Database, writing } from './database.ts'

export const daysInBin = 30

/** Besides its name: a script's printer, a variant's script. */
const lists: Record<BinKind, string> = {
  scripts: `SELECT t.id, t.name, p.name AS whose, t.moment, t.binned_at AS binnedAt
    FROM scripts t JOIN printers p ON p.id = t.printer_id`,
  variants: `SELECT t.id, t.name, s.name AS whose, s.moment, t.binned_at AS binnedAt
    FROM variants t JOIN scripts s ON s.id = t.script_id AND s.binned_at IS NULL`,
  refrains: "SELECT t.id, t.name, '' AS whose, NULL AS moment, t.binned_at AS binnedAt FROM refrains t",
  printers: "SELECT t.id, t.name, '' AS whose, NULL AS moment, t.binned_at AS binnedAt FROM printers t",
  materials: "SELECT t.id, t.name, '' AS whose, NULL AS moment, t.binned_at AS binnedAt FROM materials t",
  jobs: "SELECT t.id, t.name, '' AS whose, NULL AS moment, t.binned_at AS binnedAt FROM jobs t",
  vocabularies: "SELECT t.id, t.name, '' AS whose, NULL AS moment, t.binned_at AS binnedAt FROM vocabularies t",
}

export const binKinds = Object.keys(lists) as BinKind[]

/** Everything in the bin, latest first. */
export const allBinned = (database: Database): Binned[] =>
  binKinds
    .flatMap(kind =>
      database
        .prepare<[], Omit<Binned, 'kind'>>(`${lists[kind]} WHERE t.binned_at IS NOT NULL ORDER BY t.id DESC`)
        .all()
        .map(row => ({ kind, ...row })),
    )
    .sort((a, b) => (a.binnedAt < b.binnedAt ? 1 : a.binnedAt > b.binnedAt ? -1 : 0))

/** Moves an item to the bin; its name is free from then on. Returns whether it existed. */
export const binThing = (database: Database, kind: BinKind, id: number, now: string): boolean =>
  database
    .prepare(
      `UPDATE ${kind} SET binned_at = ?, days_binned = 0, key = 'bin ' || id || ' ' || key WHERE id = ? AND binned_at IS NULL`,
    )
    .run(now, id).changes > 0

/** Restores an item under this name, which must be free. The name in its data is changed, too. */
export function takeOut(database: Database, kind: BinKind, id: number, name: string): void {
  const hasData = kind !== 'scripts' && kind !== 'variants' && kind !== 'refrains'
  writing(database, () => {
    const out = database.prepare(
      `UPDATE ${kind} SET binned_at = NULL, name = ?, key = ? WHERE id = ? AND binned_at IS NOT NULL`,
    )
    if (out.run(name, nameKey(name), id).changes > 0 && hasData)
      database.prepare(`UPDATE ${kind} SET data = json_set(data, '$.name', ?) WHERE id = ?`).run(name, id)
  })
}

/** Deletes an item in the bin for ever, a printer with its files. */
export function dropForGood(database: Database, kind: BinKind, id: number): boolean {
  return writing(database, () => {
    if (kind === 'printers')
      database
        .prepare(
          'DELETE FROM scripts WHERE binned_at IS NOT NULL AND printer_id = (SELECT id FROM printers WHERE id = ? AND binned_at IS NOT NULL)',
        )
        .run(id)
    return database.prepare(`DELETE FROM ${kind} WHERE id = ? AND binned_at IS NOT NULL`).run(id).changes > 0
  })
}

/** A clock that jumps further than this between two checks counts as this many days only. */
const maxDaysAtOnce = 10
const dayMs = 86_400_000

/**
 * Counts the days since the last check for everything in the bin, and deletes what has been there for 30. Days are
 * counted as they pass: a clock that is set forward deletes nothing, and one that is set back counts no days. `now` is
 * ISO text. Returns the number of deleted items.
 */
export function emptyOld(database: Database, now: string): number {
  return writing(database, () => {
    const last = database.prepare<[], string>("SELECT value FROM remembered WHERE name = 'bin looked at'").pluck().get()
    const days = last === undefined ? 0 : Math.floor((Date.parse(now) - Date.parse(last)) / dayMs)
    if (days === 0 && last !== undefined) return 0
    database.prepare("INSERT OR REPLACE INTO remembered (name, value) VALUES ('bin looked at', ?)").run(now)
    const passed = Math.min(Math.max(days, 0), maxDaysAtOnce)
    let gone = 0
    for (const kind of binKinds) {
      database.prepare(`UPDATE ${kind} SET days_binned = days_binned + ? WHERE binned_at IS NOT NULL`).run(passed)
      // Scripts are deleted before their printers.
      gone += database
        .prepare(`DELETE FROM ${kind} WHERE binned_at IS NOT NULL AND days_binned >= ?`)
        .run(daysInBin).changes
    }
    return gone
  })
}
