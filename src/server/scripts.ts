// Scripts in the data base: found, made and saved; each save is a revision that stays.
import { type Moment, nameKey } from '../core/model/script.ts'
import type { Database } from './database.ts'

export type SavedScript = {
  id: number
  name: string
  printerId: number
  moment: Moment
  text: string
  note: string
  revision: number
  changedAt: string
}

const select = `
  SELECT s.id, s.name, s.printer_id AS printerId, s.moment, r.text, r.note, r.number AS revision, r.created_at AS changedAt
  FROM scripts s
  JOIN variants v ON v.script_id = s.id AND v.in_use = 1
  JOIN revisions r ON r.variant_id = v.id AND r.number = (SELECT max(number) FROM revisions WHERE variant_id = v.id)`

export const allScripts = (database: Database): SavedScript[] =>
  database.prepare<[], SavedScript>(`${select} ORDER BY s.printer_id, s.id`).all()

export const scriptById = (database: Database, id: number): SavedScript | undefined =>
  database.prepare<[number], SavedScript>(`${select} WHERE s.id = ?`).get(id)

/** The script that has this name as people compare names, with its printer's name, for the sentence that refuses it. */
export const scriptNamed = (database: Database, name: string) =>
  database
    .prepare<[string], { id: number; name: string; moment: Moment; printer: string }>(
      `SELECT s.id, s.name, s.moment, p.name AS printer FROM scripts s JOIN printers p ON p.id = s.printer_id WHERE s.key = ?`,
    )
    .get(nameKey(name))

export type NewScript = { name: string; printerId: number; moment: Moment; text: string; note: string }

/** Makes a script with its first variant and revision, all or nothing; gives its id. The name must be free. */
export function addScript(database: Database, script: NewScript, now: string): number {
  return database.transaction(() => {
    const made = database
      .prepare('INSERT INTO scripts (name, key, printer_id, moment, created_at) VALUES (?, ?, ?, ?, ?)')
      .run(script.name, nameKey(script.name), script.printerId, script.moment, now)
    const variant = database
      .prepare(`INSERT INTO variants (script_id, name, key, in_use) VALUES (?, 'First', 'first', 1)`)
      .run(made.lastInsertRowid)
    addRevision(database, Number(variant.lastInsertRowid), 1, script, now)
    return Number(made.lastInsertRowid)
  })()
}

function addRevision(
  database: Database,
  variantId: number,
  number: number,
  of: { text: string; note: string },
  now: string,
) {
  database
    .prepare('INSERT INTO revisions (variant_id, number, text, note, created_at) VALUES (?, ?, ?, ?, ?)')
    .run(variantId, number, of.text, of.note, now)
}

export type Change = { text: string; note: string; printerId: number; moment: Moment; base: number }

/**
 * Saves a change as the next revision, all or nothing. A change made from an older revision than the newest is refused with
 * `stale`, so that nobody's save is passed over unseen. A text that is the same makes no revision.
 */
export function saveScript(database: Database, id: number, change: Change, now: string): 'saved' | 'stale' | 'gone' {
  return database.transaction(() => {
    const before = scriptById(database, id)
    if (!before) return 'gone'
    if (before.revision !== change.base) return 'stale'
    database
      .prepare('UPDATE scripts SET printer_id = ?, moment = ? WHERE id = ?')
      .run(change.printerId, change.moment, id)
    if (change.text !== before.text) {
      const variant = database
        .prepare<[number], { id: number }>('SELECT id FROM variants WHERE script_id = ? AND in_use = 1')
        .get(id)
      if (variant) addRevision(database, variant.id, before.revision + 1, change, now)
    }
    return 'saved'
  })()
}
