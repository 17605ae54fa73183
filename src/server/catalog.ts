// Printers, materials, jobs and vocabularies in the database: each a name and its whole data, kept under its schema.
import * as v from 'valibot'
import { Job } from '../core/model/job.ts'
import type { Earlier } from '../core/model/kept.ts'
import { Material } from '../core/model/material.ts'
import { Printer } from '../core/model/printer.ts'
import { nameKey } from '../core/model/script.ts'
import { Vocabulary, wordsFor } from '../core/model/vocabulary.ts'
import { addRow, type Database } from './database.ts'

const schemas = { printers: Printer, materials: Material, jobs: Job, vocabularies: Vocabulary }
export type CatalogTable = keyof typeof schemas
type Entry<T extends CatalogTable> = v.InferOutput<(typeof schemas)[T]>

type Row = { id: number; data: string }

/** All of a table in the order they were put in, as they are kept. */
export const rawEntries = (database: Database, table: CatalogTable): Row[] =>
  database.prepare<[], Row>(`SELECT id, data FROM ${table} WHERE binned_at IS NULL ORDER BY id`).all()

/** What was read lately, by its text: a shelf of hundreds of printers is asked for again and again. */
const read = new Map<string, unknown>()
const mostRead = 2000

function parsed<T extends CatalogTable>(table: T, data: string): Entry<T> {
  const key = `${table} ${data}`
  const known = read.get(key)
  if (known) return known as Entry<T>
  const entry = v.parse(schemas[table], JSON.parse(data)) as Entry<T>
  if (read.size >= mostRead) read.clear()
  read.set(key, entry)
  return entry
}

/** All of a table in the order they were put in. What comes back is shared, and not to be changed. */
export const allEntries = <T extends CatalogTable>(database: Database, table: T): { id: number; data: Entry<T> }[] =>
  rawEntries(database, table).map(({ id, data }) => ({ id, data: parsed(table, data) }))

/** What was taught of other programs' words, for a printer. */
export const wordsHere = (database: Database, printer: string) =>
  wordsFor(
    allEntries(database, 'vocabularies').map(({ data }) => data),
    printer,
  )

/** One by its name as people compare names; undefined when there is none. */
export function entryByName<T extends CatalogTable>(database: Database, table: T, name: string): Entry<T> | undefined {
  const row = database
    .prepare<[string], Row>(`SELECT id, data FROM ${table} WHERE key = ? AND binned_at IS NULL`)
    .get(nameKey(name))
  return row && (v.parse(schemas[table], JSON.parse(row.data)) as Entry<T>)
}

/** What the one with this key is called; undefined when there is none. */
export const entryNamed = (database: Database, table: CatalogTable, key: string): string | undefined =>
  database.prepare<[string], string>(`SELECT name FROM ${table} WHERE key = ? AND binned_at IS NULL`).pluck().get(key)

/** What it was before it was changed, the latest first. */
export const earlierOf = <T extends CatalogTable>(database: Database, table: T, id: number): Earlier<Entry<T>>[] =>
  database
    .prepare<[string, number], Row & { changedAt: string }>(
      'SELECT id, data, changed_at AS changedAt FROM earlier WHERE kind = ? AND thing_id = ? ORDER BY id DESC',
    )
    .all(table, id)
    .map(row => ({ ...row, data: parsed(table, row.data) }))

/** Changes one; gives whether it was there. */
export function changeEntry(
  database: Database,
  table: CatalogTable,
  id: number,
  entry: { name: string },
  now: string,
): boolean {
  const change = database.prepare(
    `UPDATE ${table} SET name = ?, key = ?, data = ?, changed_at = ? WHERE id = ? AND binned_at IS NULL`,
  )
  return change.run(entry.name, nameKey(entry.name), JSON.stringify(entry), now, id).changes > 0
}

export function addEntry(database: Database, table: CatalogTable, entry: { name: string }, now: string): number {
  return addRow(database, table, {
    name: entry.name,
    key: nameKey(entry.name),
    data: JSON.stringify(entry),
    changed_at: now,
  })
}
