// Where scripts were carried over from, and what changed in the originals since.
import { CameFrom, type CarryOptions } from '../core/model/came-from.ts'
import { nameKey } from '../core/model/script.ts'
import { readStored } from './catalog.ts'
import type { Database } from './database.ts'

type Original = {
  scriptId: number
  identity: string
  script: string
  printer: string
  printerId: number
  variant: string
  variantId: number
}

const selectOriginal = `
  SELECT s.id AS scriptId, s.identity, s.name AS script, p.name AS printer, p.id AS printerId, v.name AS variant, v.id AS variantId
  FROM scripts s JOIN printers p ON p.id = s.printer_id JOIN variants v ON v.script_id = s.id
  WHERE s.binned_at IS NULL AND v.binned_at IS NULL`

/** A variant's revision by number, or the newest. */
const revisionOf = (database: Database, variantId: number, number: number | null) =>
  database
    .prepare<[number, number], { id: number; number: number; text: string; note: string }>(
      'SELECT id, number, text, note FROM revisions WHERE variant_id = ? AND number <= ? ORDER BY number DESC LIMIT 1',
    )
    .get(variantId, number ?? Number.MAX_SAFE_INTEGER)

/** The origin record for a script carried over from a revision; null if the revision does not exist. */
export function cameFrom(database: Database, revisionId: number, asked: CarryOptions): CameFrom | null {
  const row = database
    .prepare<[number], { identity: string; printer: string; script: string; variant: string; revision: number }>(
      `SELECT s.identity, p.name AS printer, s.name AS script, v.name AS variant, r.number AS revision
       FROM revisions r JOIN variants v ON v.id = r.variant_id JOIN scripts s ON s.id = v.script_id JOIN printers p ON p.id = s.printer_id
       WHERE r.id = ?`,
    )
    .get(revisionId)
  return row ? { ...row, asked } : null
}

export const keepOrigin = (database: Database, scriptId: number, from: CameFrom): void => {
  database.prepare('UPDATE scripts SET came_from = ? WHERE id = ?').run(JSON.stringify(from), scriptId)
}

export function savedOrigin(database: Database, scriptId: number): CameFrom | null {
  const json = database
    .prepare<[number], string | null>('SELECT came_from FROM scripts WHERE id = ?')
    .pluck()
    .get(scriptId)
  const stored = json ? readStored(CameFrom, json) : null
  return stored?.ok ? stored.data : null
}

/** A script's original with the revision that it was carried from and its newest one; null if the original is gone. */
export function originOf(database: Database, scriptId: number) {
  const from = savedOrigin(database, scriptId)
  if (!from) return null
  const all = database
    .prepare<[string, string], Original>(`${selectOriginal} AND (s.identity = ? OR s.key = ?) ORDER BY v.in_use DESC`)
    .all(from.identity, nameKey(from.script))
  const own = all.filter(each => each.identity === from.identity)
  const named = own.length > 0 ? own : all.filter(each => nameKey(each.printer) === nameKey(from.printer))
  const found = named.find(each => nameKey(each.variant) === nameKey(from.variant)) ?? named[0]
  const was = found && revisionOf(database, found.variantId, from.revision)
  const now = found && revisionOf(database, found.variantId, null)
  return { from, now: found && was && now ? { ...found, was, newest: now } : null }
}
