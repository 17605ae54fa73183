// Printers, materials, jobs and vocabularies in the database: each a name with JSON data, validated by its schema.
import * as v from 'valibot'
import { sentenceOf } from '../core/model/issues.ts'
import { Job } from '../core/model/job.ts'
import { Material } from '../core/model/material.ts'
import { Printer } from '../core/model/printer.ts'
import { nameKey } from '../core/model/script.ts'
import type { Earlier } from '../core/model/stored.ts'
import { Vocabulary, wordsFor } from '../core/model/vocabulary.ts'
import { addRow, type Database } from './database.ts'

const schemas = { printers: Printer, materials: Material, jobs: Job, vocabularies: Vocabulary }
export type CatalogTable = keyof typeof schemas
export const catalogTables = Object.keys(schemas) as CatalogTable[]
type Entry<T extends CatalogTable> = v.InferOutput<(typeof schemas)[T]>

type Row = { id: number; data: string }

/** All rows of a table in the order they were added, as stored. */
export const rawEntries = (database: Database, table: CatalogTable): Row[] =>
  database.prepare<[], Row>(`SELECT id, data FROM ${table} WHERE binned_at IS NULL ORDER BY id`).all()

type Read<T> = { ok: true; data: T } | { ok: false; why: string }

/** Reads stored JSON through a schema, or says what is wrong with it. */
export function readStored<S extends v.GenericSchema>(schema: S, json: string): Read<v.InferOutput<S>> {
  try {
    const { success, output, issues } = v.safeParse(schema, JSON.parse(json))
    return success ? { ok: true, data: output } : { ok: false, why: sentenceOf(issues) }
  } catch (error) {
    return { ok: false, why: error instanceof SyntaxError ? 'It is not JSON.' : 'It is nested too deeply.' }
  }
}

/** Cache by table and text: a shelf of hundreds of printers is read again and again. */
const known = new Map<string, Read<unknown>>()
const maxKnown = 2000

/** Reads a stored item. */
export function readEntry<T extends CatalogTable>(table: T, json: string): Read<Entry<T>> {
  const key = `${table} ${json}`
  const before = known.get(key)
  if (before) return before as Read<Entry<T>>
  const entry = readStored<v.GenericSchema>(schemas[table], json) as Read<Entry<T>>
  if (known.size >= maxKnown) known.clear()
  known.set(key, entry)
  return entry
}

/** The readable ones of some rows. A bad row does not affect the others; `unreadable.ts` lists it. */
const readable = <T extends CatalogTable, R extends Row>(table: T, rows: readonly R[]) =>
  rows.flatMap(row => {
    const entry = readEntry(table, row.data)
    return entry.ok ? [{ ...row, data: entry.data }] : []
  })

/** All readable items of a table, in the order they were added. They are shared and must not be changed. */
export const allEntries = <T extends CatalogTable>(database: Database, table: T): { id: number; data: Entry<T> }[] =>
  readable(table, rawEntries(database, table))

/** A readable item by id, also from the bin; undefined if there is none. */
export function entryById<T extends CatalogTable>(database: Database, table: T, id: number): Entry<T> | undefined {
  const row = database.prepare<[number], Row>(`SELECT id, data FROM ${table} WHERE id = ?`).get(id)
  return row && readable(table, [row])[0]?.data
}

/** The vocabulary and stand-in numbers for a printer. */
export const wordsHere = (database: Database, printer: string) =>
  wordsFor(
    allEntries(database, 'vocabularies').map(({ data }) => data),
    printer,
  )

/** An item by name, compared as people do; undefined if there is none. */
export function entryByName<T extends CatalogTable>(database: Database, table: T, name: string): Entry<T> | undefined {
  const row = database
    .prepare<[string], Row>(`SELECT id, data FROM ${table} WHERE key = ? AND binned_at IS NULL`)
    .get(nameKey(name))
  return row && readable(table, [row])[0]?.data
}

/** The name of the item with this key; undefined if there is none. */
export const entryNamed = (database: Database, table: CatalogTable, key: string): string | undefined =>
  database.prepare<[string], string>(`SELECT name FROM ${table} WHERE key = ? AND binned_at IS NULL`).pluck().get(key)

/** The earlier states of an item, latest first. */
export const earlierOf = <T extends CatalogTable>(database: Database, table: T, id: number): Earlier<Entry<T>>[] =>
  readable(
    table,
    database
      .prepare<[string, number], Row & { changedAt: string }>(
        'SELECT id, data, changed_at AS changedAt FROM earlier WHERE kind = ? AND thing_id = ? ORDER BY id DESC',
      )
      .all(table, id),
  )

/** Changes an item; returns whether it existed. */
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
