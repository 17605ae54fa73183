// Reads the person's own shelf at the terminal, if there is one: printers by name, scripts by `shelf:PRINTER/SCRIPT`.
// Never writes.
import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import Sqlite from 'better-sqlite3'
import * as v from 'valibot'
import type { Moment } from '../core/model/moment.ts'
import { Printer } from '../core/model/printer.ts'
import { nameKey } from '../core/model/script.ts'
import { textsInUse } from '../server/scripts.ts'
import { Refusal } from './arguments.ts'

const path = (): string => join(resolve(process.env.DATA_DIR ?? 'data'), 'warm-prelude.sqlite')

/** Queries the shelf's database; null if there is none. A shelf that can't be read is an error. */
function ask<T>(question: (database: Sqlite.Database) => T): T | null {
  if (!existsSync(path())) return null
  try {
    const database = new Sqlite(path(), { readonly: true })
    try {
      return question(database)
    } finally {
      database.close()
    }
  } catch (error) {
    if (error instanceof Refusal) throw error
    throw new Refusal(`The shelf in ${path()} can’t be read: ${(error as Error).message}.`, 3)
  }
}

/** A printer of the shelf by name in any case; null if the shelf has none. */
export const shelfPrinter = (name: string): Printer | null =>
  ask(database => {
    const row = database.prepare('SELECT data FROM printers WHERE key = ?').get(nameKey(name)) as
      | { data: string }
      | undefined
    if (!row) return null
    const parsed = v.safeParse(Printer, JSON.parse(row.data))
    return parsed.success ? parsed.output : null
  })

/** The text in use of a script, by the names of its printer and itself. */
export function shelfScript(place: string): string {
  const [printer = '', ...rest] = place.split('/')
  const script = rest.join('/')
  const text = ask(database => {
    const row = database
      .prepare(
        `SELECT revisions.text FROM scripts
         JOIN printers ON printers.id = scripts.printer_id
         JOIN variants ON variants.script_id = scripts.id AND variants.in_use = 1
         JOIN revisions ON revisions.variant_id = variants.id
         WHERE printers.key = ? AND scripts.key = ?
         ORDER BY revisions.number DESC LIMIT 1`,
      )
      .get(nameKey(printer), nameKey(script)) as { text: string } | undefined
    return row?.text ?? null
  })
  if (text === null) throw new Refusal(`The shelf has no script “${script}” for a printer “${printer}”.`, 3)
  return text
}

/** The scripts in use of a printer, by moment; null if the shelf lacks the printer. */
export const shelfScripts = (printer: string): Partial<Record<Moment, string>> | null =>
  ask(database =>
    database.prepare('SELECT 1 FROM printers WHERE key = ? AND binned_at IS NULL').get(nameKey(printer))
      ? textsInUse(database, printer)
      : null,
  )
