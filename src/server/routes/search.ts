// GET /api/search?q=: searches scripts, notes, trials and refrains, and returns the matching line.
import { Hono } from 'hono'
import * as v from 'valibot'
import { rawLines } from '../../core/gcode/read.ts'
import { nameKey } from '../../core/model/script.ts'
import type { Hit } from '../../core/model/stored.ts'
import { sights, sightWords } from '../../core/model/trial.ts'
import { readStored } from '../catalog.ts'
import type { Database } from '../database.ts'

const max = 40
/** Limit for a query, in characters. */
const longest = 200
/** Limits for texts, notes, trials and refrains. */
const maxOf = [20, 8, 8, 4]

type Found = { rowid: number; body: string }
type Head = { scriptId: number; title: string; printer: string }

/** The words in the index's query syntax: each quoted, as a prefix. */
const asked = (words: readonly string[]): string => words.map(word => `"${word.replaceAll('"', '""')}"*`).join(' ')

function lineOf(body: string, words: readonly string[]): { line: number; shown: string } {
  const lines = rawLines(body)
  const has = (line: string) => words.filter(word => line.toLowerCase().includes(word)).length
  const best = lines.reduce((at, line, i) => (has(line) > has(lines[at] ?? '') ? i : at), 0)
  return { line: best + 1, shown: (lines[best] ?? '').trim().slice(0, 200) }
}

/** A trial's line for people: ticked items are stored as a list of names. A note may look like one. */
function inWords(shown: string): string {
  const ticked = shown.startsWith('["') ? readStored(v.array(v.picklist(sights)), shown) : null
  return ticked?.ok ? ticked.data.map(sight => sightWords[sight]).join(', ') : shown
}

export function searchRoutes(database: Database) {
  const onShelf =
    'JOIN scripts s ON s.id = v.script_id AND s.binned_at IS NULL AND v.binned_at IS NULL JOIN printers p ON p.id = s.printer_id'
  const head = 's.id AS scriptId, s.name AS title, p.name AS printer'
  const statements = {
    names: database.prepare<[string, number], Head>(
      `SELECT ${head} FROM scripts s JOIN printers p ON p.id = s.printer_id
       WHERE s.binned_at IS NULL AND s.key LIKE ? ESCAPE '\\' ORDER BY s.key LIMIT ?`,
    ),
    // Newest first: ranking thousands of notes with a common word takes long and says little.
    found: database.prepare<[string, number, number, number], Found>(
      'SELECT rowid, body FROM found WHERE found MATCH ? AND rowid <= ? AND rowid % 4 = ? ORDER BY rowid DESC LIMIT ?',
    ),
    last: (['variants', 'revisions', 'trials', 'refrains'] as const).map(table =>
      database.prepare<[], number | null>(`SELECT max(id) FROM ${table}`).pluck(),
    ),
    variant: database.prepare<[number], Head & { inUse: number; variant: string }>(
      `SELECT ${head}, v.in_use AS inUse, v.name AS variant FROM variants v ${onShelf} WHERE v.id = ?`,
    ),
    revision: database.prepare<[number], Head>(
      `SELECT ${head} FROM revisions r JOIN variants v ON v.id = r.variant_id ${onShelf} WHERE r.id = ?`,
    ),
    trial: database.prepare<[number], Head>(
      `SELECT ${head} FROM trials t JOIN revisions r ON r.id = t.revision_id JOIN variants v ON v.id = r.variant_id ${onShelf} WHERE t.id = ?`,
    ),
    refrain: database.prepare<[number], { title: string }>(
      'SELECT name AS title FROM refrains WHERE id = ? AND binned_at IS NULL',
    ),
  }

  const hitFor = ({ rowid, body }: Found, words: readonly string[]): Hit | null => {
    const [id, kind] = [Math.floor(rowid / 4), rowid % 4]
    const { line, shown } = lineOf(body, words)
    if (kind === 0) {
      const found = statements.variant.get(id)
      if (!found) return null
      const { inUse, variant, ...rest } = found
      const title = inUse ? rest.title : `${rest.title}, ${variant}`
      return { kind: 'text', ...rest, title, line: inUse ? line : null, shown }
    }
    if (kind === 3) {
      const found = statements.refrain.get(id)
      return found ? { kind: 'refrain', scriptId: null, title: found.title, printer: '', line: null, shown } : null
    }
    if (kind === 1) {
      const found = statements.revision.get(id)
      return found ? { kind: 'note', ...found, line: null, shown } : null
    }
    const found = statements.trial.get(id)
    return found ? { kind: 'trial', ...found, line: null, shown: inWords(shown) } : null
  }

  return new Hono().get('/', context => {
    const words = nameKey((context.req.query('q') ?? '').slice(0, longest).replace(/[\p{Cc}\p{Cs}]/gu, ' '))
      .split(' ')
      .filter(Boolean)
      .slice(0, 8)
    if (words.length === 0) return context.json([])
    const like = `%${words.join(' ').replace(/[\\%_]/g, char => `\\${char}`)}%`
    const named = statements.names
      .all(like, max)
      .map((found): Hit => ({ kind: 'name', ...found, line: null, shown: '' }))
    const inText = maxOf.flatMap((count, kind) => {
      const last = 4 * (statements.last[kind]?.get() ?? 0) + kind
      return statements.found.all(asked(words), last, kind, count).flatMap(found => hitFor(found, words) ?? [])
    })
    return context.json([...named, ...inText].slice(0, max))
  })
}
