// Trials in the database: what was seen of a revision, optionally with a picture.
import type { SavedTrial } from '../core/model/stored.ts'
import { Trial } from '../core/model/trial.ts'
import { readStored } from './catalog.ts'
import { addRow, type Database } from './database.ts'

type Row = { id: number; revisionId: number; madeAt: string; pictured: number; data: string }

/** The trials of all revisions of a script, oldest first. */
export const trialsOf = (database: Database, scriptId: number): SavedTrial[] =>
  database
    .prepare<[number], Row>(
      `SELECT t.id, t.revision_id AS revisionId, t.made_at AS madeAt, t.picture IS NOT NULL AS pictured, t.data
       FROM trials t JOIN revisions r ON r.id = t.revision_id JOIN variants v ON v.id = r.variant_id
       WHERE v.script_id = ? AND v.binned_at IS NULL ORDER BY t.made_at, t.id`,
    )
    .all(scriptId)
    .flatMap(row => {
      const trial = readStored(Trial, row.data)
      return trial.ok ? [{ ...row, pictured: row.pictured === 1, data: trial.data }] : []
    })

export const addTrial = (
  database: Database,
  revisionId: number,
  trial: Trial,
  picture: Buffer | null,
  now: string,
): number => addRow(database, 'trials', { revision_id: revisionId, data: JSON.stringify(trial), picture, made_at: now })

export const removeTrial = (database: Database, id: number): boolean =>
  database.prepare('DELETE FROM trials WHERE id = ?').run(id).changes > 0

export const pictureOf = (database: Database, id: number): Buffer | null =>
  database.prepare<[number], { picture: Buffer | null }>('SELECT picture FROM trials WHERE id = ?').get(id)?.picture ??
  null
