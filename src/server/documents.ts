// A printer's config and macro files, saved like scripts. The printer's data has copies of the texts in use for
// rehearsals; each change on one side is made on the other as well.

import { usualCall } from '../core/documents/calls.ts'
import { textOfDocument } from '../core/documents/open.ts'
import { job, material } from '../core/model/example.ts'
import { familyFacts } from '../core/model/family.ts'
import { configName, filesOf } from '../core/model/files.ts'
import type { Moment } from '../core/model/moment.ts'
import { macroStorage, type Printer } from '../core/model/printer.ts'
import { freeName, nameKey } from '../core/model/script.ts'
import { stageOf } from '../core/round.ts'
import { takeOut } from './bin.ts'
import { changeEntry, entryById } from './catalog.ts'
import { type Database, writing } from './database.ts'
import { addRevision, addScript, scriptById, scriptNamed } from './scripts.ts'

type Doc = { id: number; file: string; variantId: number; revision: number; text: string; binned: number }

const docsOf = (database: Database, printerId: number): Doc[] =>
  database
    .prepare<[number], Doc>(
      `SELECT s.id, s.file, v.id AS variantId, r.number AS revision, r.text, s.binned_at IS NOT NULL AS binned
       FROM scripts s JOIN variants v ON v.script_id = s.id AND v.in_use = 1 JOIN revisions r ON r.id = v.newest
       WHERE s.printer_id = ? AND s.file IS NOT NULL ORDER BY s.id`,
    )
    .all(printerId)

/** The moment at which a file runs. */
function momentOf(printer: Printer, file: string): Moment {
  const stage = stageOf({ printer, job, material, moment: 'start' })
  return usualCall(stage, file === '' ? null : file)?.moment ?? 'start'
}

/** The name of the script for a file; with a number if it is taken. */
export const documentName = (database: Database, printer: string, file: string): string =>
  freeName(`${printer}, ${file || configName}`.slice(0, 110), name => scriptNamed(database, name) !== undefined)

/** Saves the files in a printer's data as scripts: a revision for each text that differs, all or nothing. */
export function syncDocuments(database: Database, printerId: number, now: string, note: string): void {
  writing(database, () => {
    const printer = entryById(database, 'printers', printerId)
    // An unreadable printer keeps its files.
    if (!printer) return
    const files = new Map(filesOf(printer).map(({ name, text }) => [name, text]))
    const docs = docsOf(database, printerId)
    for (const doc of docs)
      if (!doc.binned && !files.has(doc.file))
        database
          .prepare("UPDATE scripts SET binned_at = ?, days_binned = 0, key = 'bin ' || id || ' ' || key WHERE id = ?")
          .run(now, doc.id)
    for (const [file, text] of files) {
      const its = docs.filter(each => each.file === file)
      const doc = its.find(({ binned }) => !binned) ?? its.at(-1)
      // A deleted file comes back with its history.
      if (doc?.binned) takeOut(database, 'scripts', doc.id, documentName(database, printer.name, file))
      if (!doc) {
        const name = documentName(database, printer.name, file)
        addScript(database, { name, printerId, moment: momentOf(printer, file), text, note, file }, now)
      } else if (doc.text !== text) addRevision(database, doc.variantId, doc.revision + 1, { text, note }, now)
    }
  })
}

/** For every printer, after a migration or an import. */
export function syncAllDocuments(database: Database, now: string, note: string): void {
  const ids = database.prepare<[], number>('SELECT id FROM printers WHERE binned_at IS NULL').pluck().all()
  for (const id of ids) syncDocuments(database, id, now, note)
}

/** Copies a file's text in use to its printer; `null` removes the file. Does nothing for other scripts. */
export function writeBack(database: Database, scriptId: number, now: string): void {
  const script = scriptById(database, scriptId)
  if (script?.file === null || script?.file === undefined) return
  putText(database, script.printerId, script.file, script.text, now)
}

export function putText(database: Database, printerId: number, file: string, text: string | null, now: string): void {
  const printer = entryById(database, 'printers', printerId)
  if (!printer || textOfDocument(printer, file === '' ? null : file) === text) return
  changeEntry(database, 'printers', printerId, withFile(printer, file, text), now)
}

function withFile(printer: Printer, file: string, text: string | null): Printer {
  if (file === '') return { ...printer, macros: text ?? '' }
  const list = macroStorage(printer) === 'config' ? 'configFiles' : 'macroFiles'
  const others = printer[list].filter(({ name }) => nameKey(name) !== nameKey(file))
  const at = printer[list].findIndex(({ name }) => nameKey(name) === nameKey(file))
  if (text === null) return { ...printer, [list]: others }
  return { ...printer, [list]: others.toSpliced(at < 0 ? others.length : at, 0, { name: file, text }) }
}

/** Whether this firmware reads a file with that name; the main config has an empty name. */
function readsFile(printer: Printer, file: string): boolean {
  const macros = macroStorage(printer)
  if (macros === 'config') return !/\.g$/i.test(file)
  return macros === 'files' && file !== '' && !/\.cfg$/i.test(file)
}

type Fallen = { file: string; printerId: number; printerBinned: number; taken: number }

/** Why a file can't be restored from the bin; null if it can, and for other scripts. */
export function whyStaysBinned(database: Database, scriptId: number): string | null {
  const row = database
    .prepare<[number], Fallen>(
      `SELECT old.file, p.id AS printerId, p.binned_at IS NOT NULL AS printerBinned, EXISTS (SELECT 1 FROM scripts now
         WHERE now.printer_id = old.printer_id AND now.file = old.file AND now.id <> old.id AND now.binned_at IS NULL) AS taken
       FROM scripts old JOIN printers p ON p.id = old.printer_id WHERE old.id = ? AND old.file IS NOT NULL`,
    )
    .get(scriptId)
  if (!row) return null
  const printer = entryById(database, 'printers', row.printerId)
  if (!printer) return 'Its printer can’t be read. Repair that first.'
  if (row.printerBinned) return 'Its printer is in the bin. Put the printer back, and this file comes back with it.'
  if (row.taken) return 'The printer now has a different file with this name.'
  return readsFile(printer, row.file)
    ? null
    : `${printer.name} has ${familyFacts[printer.firmware.family].name} now, which reads no such file.`
}
