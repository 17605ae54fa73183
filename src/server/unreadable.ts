// Rows whose data can't be read. Everything else works without them; they are listed with the reason and the stored
// text.
import type * as v from 'valibot'
import type { Unreadable } from '../core/model/stored.ts'
import { TaughtCommand } from '../core/model/taught.ts'
import { Trial } from '../core/model/trial.ts'
import { binThing } from './bin.ts'
import { type CatalogTable, catalogTables, changeEntry, earlierOf, readEntry, readStored } from './catalog.ts'
import { type Database, writing } from './database.ts'
import { syncDocuments } from './documents.ts'

type Row = { id: number; name: string; data: string }

const inCatalog = (database: Database, table: CatalogTable): Unreadable[] =>
  database
    .prepare<[], Row>(`SELECT id, name, data FROM ${table} WHERE binned_at IS NULL ORDER BY id`)
    .all()
    .flatMap(({ id, name, data }) => {
      const entry = readEntry(table, data)
      if (entry.ok) return []
      const earlier = earlierOf(database, table, id).map(({ id: its, changedAt }) => ({ id: its, changedAt }))
      return [{ table, id, name, why: entry.why, raw: data, earlier }]
    })

/** Further tables with JSON data: the name to show, and the schema. Their rows have no earlier versions. */
const others: Record<'trials' | 'taught_commands', { select: string; schema: v.GenericSchema }> = {
  trials: {
    select: `SELECT t.id, 'A trial of ' || s.name AS name, t.data FROM trials t JOIN revisions r ON r.id = t.revision_id
      JOIN variants v ON v.id = r.variant_id JOIN scripts s ON s.id = v.script_id ORDER BY t.id`,
    schema: Trial,
  },
  taught_commands: {
    select: 'SELECT rowid AS id, name, data FROM taught_commands ORDER BY rowid',
    schema: TaughtCommand,
  },
}
const otherTables = Object.keys(others) as (keyof typeof others)[]

export const allUnreadable = (database: Database): Unreadable[] => [
  ...catalogTables.flatMap(table => inCatalog(database, table)),
  ...otherTables.flatMap(table =>
    database
      .prepare<[], Row>(others[table].select)
      .all()
      .flatMap(({ id, name, data }) => {
        const read = readStored(others[table].schema, data)
        return read.ok ? [] : [{ table, id, name, why: read.why, raw: data, earlier: [] }]
      }),
  ),
]

const isOther = (table: Unreadable['table']): table is keyof typeof others => table in others

/** Removes an unreadable item: to the bin, or for ever if its kind has none. */
export function removeUnreadable(database: Database, { table, id }: Unreadable, now: string): void {
  if (isOther(table)) database.prepare(`DELETE FROM ${table} WHERE rowid = ?`).run(id)
  else binThing(database, table, id, now)
}

/** Restores an earlier version of an unreadable item; returns false if there is no such version. */
export function restoreEarlier(database: Database, { table, id }: Unreadable, earlierId: number, now: string): boolean {
  if (isOther(table)) return false
  const earlier = earlierOf(database, table, id).find(each => each.id === earlierId)
  if (!earlier) return false
  writing(database, () => {
    changeEntry(database, table, id, earlier.data, now)
    if (table === 'printers') syncDocuments(database, id, now, 'Back to how it was: the printer could not be read.')
  })
  return true
}
