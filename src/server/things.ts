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

/** All of a table in the order they were put in, as they are kept. */
export const rawThings = (database: Database, table: ThingTable): Row[] =>
  database.prepare<[], Row>(`SELECT id, data FROM ${table} ORDER BY id`).all()

/** What was read lately, by its text: a shelf of hundreds of printers is asked for again and again. */
const read = new Map<string, unknown>()
const mostRead = 2000

function parsed<T extends ThingTable>(table: T, data: string): Thing<T> {
  const key = `${table} ${data}`
  const known = read.get(key)
  if (known) return known as Thing<T>
  const thing = v.parse(schemas[table], JSON.parse(data)) as Thing<T>
  if (read.size >= mostRead) read.clear()
  read.set(key, thing)
  return thing
}

/** All of a table in the order they were put in. What comes back is shared, and not to be changed. */
export const allThings = <T extends ThingTable>(database: Database, table: T): { id: number; data: Thing<T> }[] =>
  rawThings(database, table).map(({ id, data }) => ({ id, data: parsed(table, data) }))

/** What was taught of other programs' words, for a printer. */
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
