// Imports a shelf: compares it with the present one, and adds its items as the person decided.
import { randomUUID } from 'node:crypto'
import * as v from 'valibot'
import { freeName, nameKey } from '../../core/model/script.ts'
import type { ArchiveDecision, ArchiveItem } from '../../core/model/stored.ts'
import { binThing } from '../bin.ts'
import { addEntry, allEntries, type CatalogTable, changeEntry } from '../catalog.ts'
import { addRow, type Database, writing } from '../database.ts'
import { syncAllDocuments, writeBack } from '../documents.ts'
import { keepOrigin } from '../origins.ts'
import { addRefrainRevision } from '../refrains.ts'
import { addRevision } from '../scripts.ts'
import { addTrial } from '../trials.ts'
import { gather } from './export.ts'
import type { Archive, ArchiveRefrain, ArchiveScript } from './layout.ts'

export const kinds = ['printers', 'materials', 'jobs', 'vocabularies', 'taught', 'refrains', 'scripts'] as const
export type Kind = ArchiveItem['kind']

export const Decision = v.picklist(['mine', 'theirs', 'both'] satisfies ArchiveDecision[])

/** Decisions by kind and name, such as `scripts My start`; without a decision mine is kept. */
export type Decisions = Readonly<Record<string, ArchiveDecision>>

export const decisionKey = ({ kind, name }: { kind: Kind; name: string }): string => `${kind} ${name}`

const nameFor = (kind: Kind, entry: { name: string; family?: string }): string =>
  kind === 'taught' ? `${entry.name} (${entry.family})` : entry.name

function howScriptsDiffer(mine: ArchiveScript, theirs: ArchiveScript): string {
  const count = (script: ArchiveScript) => script.variants.reduce((sum, { revisions }) => sum + revisions.length, 0)
  const [here, there] = [count(mine), count(theirs)]
  if (here !== there) return `${here} revisions here, ${there} in the file`
  if (mine.trials.length !== theirs.trials.length)
    return `${mine.trials.length} trials here, ${theirs.trials.length} in the file`
  return mine.printer === theirs.printer
    ? 'other texts or notes'
    : `for ${mine.printer} here, for ${theirs.printer} in the file`
}

/** Compares each item of a file with the shelf. */
export function compareArchive(database: Database, archive: Archive): ArchiveItem[] {
  const here = gather(database)
  return kinds.flatMap(kind => {
    const own = here[kind] as readonly { name: string; family?: string }[]
    const byKey = new Map(own.map(each => [nameKey(nameFor(kind, each)), each]))
    return archive[kind].map((entry): ArchiveItem => {
      const name = nameFor(kind, entry)
      const mine = byKey.get(nameKey(name))
      if (!mine) return { kind, name, is: 'new', words: '' }
      if (JSON.stringify(mine) === JSON.stringify(entry)) return { kind, name, is: 'same', words: '' }
      const words = kind === 'scripts' ? howScriptsDiffer(mine as ArchiveScript, entry as ArchiveScript) : ''
      return { kind, name, is: 'differs', words }
    })
  })
}

/** The name of an imported item beside one with the same name. */
const besideName = (name: string, taken: (name: string) => boolean): string => freeName(`${name}, from the file`, taken)

function putEntry(
  database: Database,
  table: CatalogTable,
  entry: { name: string },
  decision: ArchiveDecision,
  now: string,
): void {
  const mine = allEntries(database, table).find(({ data }) => nameKey(data.name) === nameKey(entry.name))
  if (!mine) addEntry(database, table, entry, now)
  else if (decision === 'theirs') changeEntry(database, table, mine.id, entry, now)
  else if (decision === 'both') {
    const taken = (name: string) => allEntries(database, table).some(({ data }) => nameKey(data.name) === nameKey(name))
    addEntry(database, table, { ...entry, name: besideName(entry.name, taken) }, now)
  }
}

function putRefrain(database: Database, refrain: ArchiveRefrain, decision: ArchiveDecision): void {
  const find = database.prepare<[string], { id: number }>('SELECT id FROM refrains WHERE key = ?')
  const mine = find.get(nameKey(refrain.name))
  if (mine && decision === 'mine') return
  if (mine && decision === 'theirs') {
    // Mine remains as an earlier text below theirs.
    const last = refrain.revisions.at(-1)
    const number = Number(
      database.prepare('SELECT max(number) FROM refrain_revisions WHERE refrain_id = ?').pluck().get(mine.id),
    )
    if (last) addRefrainRevision(database, mine.id, number + 1, last.text, last.note, last.createdAt)
    return
  }
  const name = mine ? besideName(refrain.name, each => find.get(nameKey(each)) !== undefined) : refrain.name
  const id = addRow(database, 'refrains', { name, key: nameKey(name), created_at: refrain.createdAt })
  for (const { number, text, note, createdAt } of refrain.revisions)
    addRefrainRevision(database, id, number, text, note, createdAt)
}

function putScript(database: Database, script: ArchiveScript, decision: ArchiveDecision, now: string): void {
  const find = database.prepare<[string], { id: number }>('SELECT id FROM scripts WHERE key = ?')
  const mine = find.get(nameKey(script.name))
  if (mine && decision === 'mine') return
  // If theirs replaces mine, mine goes to the bin.
  if (mine && decision === 'theirs') binThing(database, 'scripts', mine.id, now)
  const name =
    mine && decision === 'both' ? besideName(script.name, each => find.get(nameKey(each)) !== undefined) : script.name
  const printer = allEntries(database, 'printers').find(({ data }) => nameKey(data.name) === nameKey(script.printer))
  if (!printer) throw new Error(`“${script.name}” is for ${script.printer}, which is neither here nor in the file.`)
  const scriptId = addRow(database, 'scripts', {
    name,
    key: nameKey(name),
    printer_id: printer.id,
    moment: script.moment,
    created_at: script.createdAt,
    identity: randomUUID(),
    file: script.file,
  })
  if (script.cameFrom) keepOrigin(database, scriptId, script.cameFrom)
  const variantIds = new Map<string, number>()
  const revisionIds = new Map<string, number>()
  for (const { name: its, inUse, stock, revisions } of script.variants) {
    const variant = { script_id: scriptId, name: its, key: nameKey(its), in_use: Number(inUse), stock: Number(stock) }
    const id = addRow(database, 'variants', variant)
    variantIds.set(its, id)
    for (const { number, createdAt, ...revision } of revisions)
      revisionIds.set(`${its} ${number}`, addRevision(database, id, number, revision, createdAt))
  }
  for (const { name: its, bornOf } of script.variants)
    if (bornOf)
      database
        .prepare('UPDATE variants SET born_of = ? WHERE id = ?')
        .run(revisionIds.get(`${bornOf.variant} ${bornOf.number}`) ?? null, variantIds.get(its))
  if (script.backTo)
    database.prepare('UPDATE scripts SET back_to = ? WHERE id = ?').run(variantIds.get(script.backTo) ?? null, scriptId)
  for (const { variant, number, data, picture, madeAt } of script.trials) {
    const revisionId = revisionIds.get(`${variant} ${number}`)
    if (revisionId !== undefined)
      addTrial(database, revisionId, data, picture === null ? null : Buffer.from(picture, 'base64'), madeAt)
  }
  writeBack(database, scriptId, now)
}

/** Imports a file's items, all or nothing. Throws a sentence if a script has no printer. */
export function importShelf(database: Database, archive: Archive, decisions: Decisions, now: string): void {
  const differing = new Set(
    compareArchive(database, archive).flatMap(item => (item.is === 'differs' ? decisionKey(item) : [])),
  )
  const decided = (kind: Kind, name: string): ArchiveDecision => {
    const key = decisionKey({ kind, name })
    return differing.has(key) ? (decisions[key] ?? 'mine') : 'mine'
  }
  writing(database, () => {
    for (const table of ['printers', 'materials', 'jobs', 'vocabularies'] as const)
      for (const entry of archive[table]) putEntry(database, table, entry, decided(table, entry.name), now)
    for (const command of archive.taught) {
      const name = nameFor('taught', command)
      const there = database
        .prepare('SELECT 1 FROM taught_commands WHERE family = ? AND name = ?')
        .get(command.family, command.name)
      if (!there || decided('taught', name) !== 'mine')
        database
          .prepare('INSERT OR REPLACE INTO taught_commands (family, name, data, changed_at) VALUES (?, ?, ?, ?)')
          .run(command.family, command.name, JSON.stringify(command), now)
    }
    for (const refrain of archive.refrains) putRefrain(database, refrain, decided('refrains', refrain.name))
    for (const script of archive.scripts) putScript(database, script, decided('scripts', script.name), now)
    syncAllDocuments(database, now, 'Came with the printer from a file.')
  })
}
