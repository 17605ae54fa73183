// Printers, materials, jobs and vocabularies in the data base: each a name and its whole data, kept under its schema.
import * as v from 'valibot'
import { Job } from '../core/model/job.ts'
import { Material } from '../core/model/material.ts'
import { Printer } from '../core/model/printer.ts'
import { nameKey } from '../core/model/script.ts'
import { Vocabulary, wordsFor } from '../core/model/vocabulary.ts'
import type { Database } from './database.ts'

const schemas = { printers: Printer, materials: Material, jobs: Job, vocabularies: Vocabulary }
export type ThingTable = keyof typeof schemas
type Thing<T extends ThingTable> = v.InferOutput<(typeof schemas)[T]>

type Row = { id: number; data: string }

/** All of a table in the order they were put in. */
export function allThings<T extends ThingTable>(database: Database, table: T): { id: number; data: Thing<T> }[] {
  const rows = database.prepare<[], Row>(`SELECT id, data FROM ${table} ORDER BY id`).all()
  return rows.map(row => ({ id: row.id, data: v.parse(schemas[table], JSON.parse(row.data)) as Thing<T> }))
}

/** What was taught of slicing programs' words, for a printer. */
export const wordsHere = (database: Database, printer: string) =>
  wordsFor(
    allThings(database, 'vocabularies').map(({ data }) => data),
    printer,
  )

/** One by its name as people compare names; undefined when there is none. */
export function thingByName<T extends ThingTable>(database: Database, table: T, name: string): Thing<T> | undefined {
  const row = database.prepare<[string], Row>(`SELECT id, data FROM ${table} WHERE key = ?`).get(nameKey(name))
  return row && (v.parse(schemas[table], JSON.parse(row.data)) as Thing<T>)
}

/** Changes one; gives whether it was there. */
export function changeThing(
  database: Database,
  table: ThingTable,
  id: number,
  thing: { name: string },
  now: string,
): boolean {
  const change = database.prepare(`UPDATE ${table} SET name = ?, key = ?, data = ?, changed_at = ? WHERE id = ?`)
  return change.run(thing.name, nameKey(thing.name), JSON.stringify(thing), now, id).changes > 0
}

export const removeThing = (database: Database, table: ThingTable, id: number): boolean =>
  database.prepare(`DELETE FROM ${table} WHERE id = ?`).run(id).changes > 0

export function addThing(database: Database, table: ThingTable, thing: { name: string }, now: string): number {
  const insert = database.prepare(`INSERT INTO ${table} (name, key, data, changed_at) VALUES (?, ?, ?, ?)`)
  return Number(insert.run(thing.name, nameKey(thing.name), JSON.stringify(thing), now).lastInsertRowid)
}
