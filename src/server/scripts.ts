// Scripts in the database: read, created and saved; each save makes a permanent revision.
import { randomUUID } from 'node:crypto'
import type { Moment } from '../core/model/moment.ts'
import { nameKey } from '../core/model/script.ts'
import type { SavedScript, ScriptHead } from '../core/model/stored.ts'
import { addRow, type Database, writing } from './database.ts'

type Row<T extends ScriptHead> = Omit<T, 'stock' | 'variants' | 'carried'> & { stock: number; carried?: number }

const select = (more: string) => `
  SELECT s.id, s.identity, s.name, s.printer_id AS printerId, s.moment, s.file, v.id AS variantId, v.name AS variant, v.stock,
    s.back_to AS backTo, r.note, r.number AS revision, r.id AS revisionId, r.created_at AS changedAt${more}
  FROM scripts s
  JOIN variants v ON v.script_id = s.id AND v.in_use = 1
  JOIN revisions r ON r.id = v.newest
  WHERE s.binned_at IS NULL`

const selectWhole = select(', r.text, s.came_from IS NOT NULL AS carried')
const selectHead = select('')

/** The number of variants of scripts with more than one. One query for all, because a count for each row takes long. */
const variantCounts = (database: Database): Map<number, number> =>
  new Map(
    database
      .prepare<[], { id: number; count: number }>(
        'SELECT script_id AS id, count(*) AS count FROM variants WHERE binned_at IS NULL GROUP BY script_id HAVING count(*) > 1',
      )
      .all()
      .map(({ id, count }) => [id, count]),
  )

function fromRows<T extends ScriptHead>(database: Database, rows: Row<T>[]): T[] {
  const counts = variantCounts(database)
  // The rows are private and thousands: they are completed in place.
  return rows.map(
    row =>
      Object.assign(row, {
        stock: row.stock === 1,
        variants: counts.get(row.id) ?? 1,
        ...(row.carried !== undefined && { carried: row.carried === 1 }),
      }) as unknown as T,
  )
}

export const allScripts = (database: Database): SavedScript[] =>
  fromRows(
    database,
    database.prepare<[], Row<SavedScript>>(`${selectWhole} AND s.file IS NULL ORDER BY s.printer_id, s.id`).all(),
  )

export const allHeads = (database: Database): ScriptHead[] =>
  fromRows(
    database,
    database.prepare<[], Row<ScriptHead>>(`${selectHead} AND s.file IS NULL ORDER BY s.printer_id, s.id`).all(),
  )

/** A printer's texts in use by moment; of several scripts of one moment, the one saved last. */
export function textsInUse(database: Database, printer: string): Partial<Record<Moment, string>> {
  const rows = database
    .prepare<[string], { moment: Moment; text: string }>(
      `SELECT s.moment, r.text FROM scripts s
       JOIN printers p ON p.id = s.printer_id
       JOIN variants v ON v.script_id = s.id AND v.in_use = 1
       JOIN revisions r ON r.id = v.newest
       WHERE p.key = ? AND s.binned_at IS NULL AND s.file IS NULL
       ORDER BY r.created_at, s.id DESC`,
    )
    .all(nameKey(printer))
  return Object.fromEntries(rows.map(({ moment, text }) => [moment, text]))
}

/** Scripts and the machines' own files, with their texts. */
export const allTexts = (database: Database): SavedScript[] =>
  fromRows(database, database.prepare<[], Row<SavedScript>>(`${selectWhole} ORDER BY s.printer_id, s.id`).all())

/** The config and macro files of all printers. */
export const allDocuments = (database: Database): ScriptHead[] =>
  fromRows(
    database,
    database.prepare<[], Row<ScriptHead>>(`${selectHead} AND s.file IS NOT NULL ORDER BY s.printer_id, s.id`).all(),
  )

export function scriptById(database: Database, id: number): SavedScript | undefined {
  const row = database.prepare<[number], Row<SavedScript>>(`${selectWhole} AND s.id = ?`).get(id)
  if (!row) return undefined
  const variants = database
    .prepare<[number], number>('SELECT count(*) FROM variants WHERE script_id = ? AND binned_at IS NULL')
    .pluck()
    .get(id)
  return { ...row, stock: row.stock === 1, carried: row.carried === 1, variants: variants ?? 1 }
}

/** The script with this name, compared as people do, and its printer's name for the refusal. */
export const scriptNamed = (database: Database, name: string) =>
  database
    .prepare<[string], { id: number; name: string; moment: Moment; printer: string }>(
      `SELECT s.id, s.name, s.moment, p.name AS printer FROM scripts s JOIN printers p ON p.id = s.printer_id WHERE s.key = ?`,
    )
    .get(nameKey(name))

export type NewScript = {
  name: string
  printerId: number
  moment: Moment
  text: string
  note: string
  stock?: boolean | undefined
  /** The text as pasted; null if it was not. */
  pasted?: string | null | undefined
  /** For a config or macro file, its name on the machine. */
  file?: string | undefined
}

/** The name of a script's first variant. */
const firstVariant = (stock: boolean): string => (stock ? 'As it came' : 'First')

/**
 * Creates a script with its first variant and revision, all or nothing; returns its id. The name must be free. A text
 * that was changed since it was pasted makes a second revision, so that the paste can be read again.
 */
export function addScript(database: Database, script: NewScript, now: string): number {
  return writing(database, () => {
    const { name, stock = false } = script
    const id = addRow(database, 'scripts', {
      name,
      key: nameKey(name),
      printer_id: script.printerId,
      moment: script.moment,
      created_at: now,
      identity: randomUUID(),
      file: script.file ?? null,
    })
    const first = firstVariant(stock)
    const variant = { script_id: id, name: first, key: nameKey(first), in_use: 1, stock: Number(stock) }
    const variantId = addRow(database, 'variants', variant)
    const { pasted = null } = script
    const changed = pasted !== null && pasted !== script.text
    if (changed) addRevision(database, variantId, 1, { text: pasted, note: 'As it was pasted' }, now)
    addRevision(database, variantId, changed ? 2 : 1, script, now)
    return id
  })
}

/** Adds the next revision of a variant; returns its id. */
export function addRevision(
  database: Database,
  variantId: number,
  number: number,
  of: { text: string; note: string },
  now: string,
): number {
  return addRow(database, 'revisions', {
    variant_id: variantId,
    number,
    text: of.text,
    note: of.note,
    created_at: now,
  })
}

export type Change = {
  text: string
  note: string
  printerId: number
  moment: Moment
  base: number
  variant?: number | undefined
  /** The identity of the script that it changes. */
  identity: string
}

/**
 * Saves a change as the next revision of the variant in use, all or nothing. A change made from another variant or an older
 * revision is refused with `stale`, so that nobody's save is passed over unseen; one of the stock with `stock`. A text that is
 * the same makes no revision.
 */
export function saveScript(
  database: Database,
  id: number,
  change: Change,
  now: string,
): 'saved' | 'stale' | 'stock' | 'gone' {
  return writing(database, () => {
    const before = scriptById(database, id)
    if (!before || change.identity !== before.identity) return 'gone'
    // The same save repeated, because its response was lost.
    if (isSaved(before, change)) return 'saved'
    if (before.revision !== change.base || (change.variant ?? before.variantId) !== before.variantId) return 'stale'
    if (before.stock && change.text !== before.text) return 'stock'
    database
      .prepare('UPDATE scripts SET printer_id = ?, moment = ? WHERE id = ?')
      .run(change.printerId, change.moment, id)
    // A move to a different printer is a revision, too; stock scripts have no history of their own.
    const moved = change.printerId !== before.printerId && !before.stock
    if (change.text !== before.text || moved) addRevision(database, before.variantId, before.revision + 1, change, now)
    return 'saved'
  })
}

/** Whether a change equals what is saved. */
const isSaved = (saved: SavedScript, { text, printerId, moment, variant }: Change): boolean =>
  text === saved.text &&
  printerId === saved.printerId &&
  moment === saved.moment &&
  (variant ?? saved.variantId) === saved.variantId

/** Renames a script; the name must be free. */
export const renameScript = (database: Database, id: number, name: string): void => {
  database.prepare('UPDATE scripts SET name = ?, key = ? WHERE id = ?').run(name, nameKey(name), id)
}
