// Refrains in the database, each with its revisions.

import { nameKey } from '../core/model/script.ts'
import type { SavedRefrain } from '../core/model/stored.ts'
import { addRow, type Database, writing } from './database.ts'

type Row = Omit<SavedRefrain, 'earlier'>

export function allRefrains(database: Database): SavedRefrain[] {
  const heads = database
    .prepare<[], Row>(
      `SELECT f.id, f.name, r.text, r.note, r.number AS revision, r.created_at AS changedAt
       FROM refrains f JOIN refrain_revisions r ON r.refrain_id = f.id
         AND r.number = (SELECT max(number) FROM refrain_revisions WHERE refrain_id = f.id)
       WHERE f.binned_at IS NULL
       ORDER BY f.key`,
    )
    .all()
  const earlier = database.prepare<[number, number], { number: number; text: string }>(
    'SELECT number, text FROM refrain_revisions WHERE refrain_id = ? AND number < ? ORDER BY number DESC',
  )
  return heads.map(head => ({ ...head, earlier: earlier.all(head.id, head.revision) }))
}

export const refrainNamed = (database: Database, name: string) =>
  database
    .prepare<[string], { id: number; name: string }>('SELECT id, name FROM refrains WHERE key = ?')
    .get(nameKey(name))

/** Saves a passage as a refrain and returns its id. The name must be free. */
export function addRefrain(
  database: Database,
  { name, text, note }: { name: string; text: string; note: string },
  now: string,
): number {
  return writing(database, () => {
    const id = addRow(database, 'refrains', { name, key: nameKey(name), created_at: now })
    addRefrainRevision(database, id, 1, text, note, now)
    return id
  })
}

export function addRefrainRevision(
  database: Database,
  refrainId: number,
  number: number,
  text: string,
  note: string,
  now: string,
): void {
  addRow(database, 'refrain_revisions', { refrain_id: refrainId, number, text, note, created_at: now })
}
