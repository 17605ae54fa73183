// A script's variants and revisions: list, branch, switch.

import { nameKey } from '../core/model/script.ts'
import type { Revision, Variant } from '../core/model/stored.ts'
import { addRow, type Database, writing } from './database.ts'
import { addRevision } from './scripts.ts'

type Row = { id: number; name: string; stock: number; inUse: number; bornOf: number | null }

/** In the order of their creation. */
export const variantsOf = (database: Database, scriptId: number): Variant[] =>
  database
    .prepare<[number], Row>(
      'SELECT id, name, stock, in_use AS inUse, born_of AS bornOf FROM variants WHERE script_id = ? AND binned_at IS NULL ORDER BY id',
    )
    .all(scriptId)
    .map(row => ({ ...row, stock: row.stock === 1, inUse: row.inUse === 1 }))

const selectRevision =
  'SELECT r.id, r.variant_id AS variantId, r.number, r.text, r.note, r.created_at AS createdAt FROM revisions r'

/** All revisions of a script's variants, oldest first. */
export const revisionsOf = (database: Database, scriptId: number): Revision[] =>
  database
    .prepare<[number], Revision>(
      `${selectRevision} JOIN variants v ON v.id = r.variant_id WHERE v.script_id = ? AND v.binned_at IS NULL ORDER BY r.created_at, r.id`,
    )
    .all(scriptId)

/** A revision with its script and variant. */
export const revisionById = (database: Database, id: number) =>
  database
    .prepare<
      [number],
      Revision & {
        scriptId: number
        script: string
        variant: string
        printerId: number
        moment: string
        file: string | null
      }
    >(
      `SELECT r.id, r.variant_id AS variantId, r.number, r.text, r.note, r.created_at AS createdAt,
         s.id AS scriptId, s.name AS script, v.name AS variant, s.printer_id AS printerId, s.moment, s.file
       FROM revisions r JOIN variants v ON v.id = r.variant_id JOIN scripts s ON s.id = v.script_id WHERE r.id = ?`,
    )
    .get(id)

export type NewVariant = { name: string; text: string; note: string; bornOf: number | null }

/** Branches a variant and puts it in use, all or nothing; returns its id. The name must be free in the script. */
export function addVariant(
  database: Database,
  scriptId: number,
  { name, text, note, bornOf }: NewVariant,
  now: string,
): number {
  return writing(database, () => {
    const id = addRow(database, 'variants', {
      script_id: scriptId,
      name,
      key: nameKey(name),
      in_use: 0,
      born_of: bornOf,
    })
    addRevision(database, id, 1, { text, note }, now)
    putInUse(database, scriptId, id, false)
    return id
  })
}

export const variantNamed = (database: Database, scriptId: number, name: string) =>
  database
    .prepare<[number, string], { id: number; name: string }>(
      'SELECT id, name FROM variants WHERE script_id = ? AND key = ?',
    )
    .get(scriptId, nameKey(name))

/** The script of a variant, in the bin or not. */
export const scriptOfVariant = (database: Database, id: number): number | undefined =>
  database.prepare<[number], number>('SELECT script_id FROM variants WHERE id = ?').pluck().get(id)

export const renameVariant = (database: Database, id: number, name: string): void => {
  database.prepare('UPDATE variants SET name = ?, key = ? WHERE id = ?').run(name, nameKey(name), id)
}

/** Marks a variant as stock, so that it can only be branched; or removes the mark. */
export const setStock = (database: Database, id: number, stock: boolean): void => {
  database.prepare('UPDATE variants SET stock = ? WHERE id = ?').run(Number(stock), id)
}

/**
 * Puts a variant in use. With `forNextPrint` the script remembers the variant to switch back to: the one in use before
 * the first such switch.
 */
export function putInUse(database: Database, scriptId: number, variantId: number, forNextPrint: boolean): void {
  writing(database, () => {
    const before = database
      .prepare<[number], { id: number; backTo: number | null }>(
        'SELECT v.id, s.back_to AS backTo FROM variants v JOIN scripts s ON s.id = v.script_id WHERE s.id = ? AND v.in_use = 1',
      )
      .get(scriptId)
    const backTo = forNextPrint ? (before?.backTo ?? before?.id ?? null) : null
    database.prepare('UPDATE variants SET in_use = 0 WHERE script_id = ?').run(scriptId)
    database.prepare('UPDATE variants SET in_use = 1 WHERE id = ? AND script_id = ?').run(variantId, scriptId)
    database.prepare('UPDATE scripts SET back_to = ? WHERE id = ?').run(backTo === variantId ? null : backTo, scriptId)
  })
}
