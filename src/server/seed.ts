// Adds the demo shelf to an empty database.
import * as v from 'valibot'
import { type DemoScript, demoJobs, demoMaterials, demoPrinters, demoRefrains, demoScripts } from '../../demo/load.ts'
import { addEntry, readStored } from './catalog.ts'
import { type Database, writing } from './database.ts'
import { syncAllDocuments } from './documents.ts'
import { addRefrain } from './refrains.ts'
import { addRevision, addScript, scriptById } from './scripts.ts'
import { addTrial } from './trials.ts'
import { addVariant, putInUse, revisionsOf } from './variants.ts'

/** Adds the demo data to a new database once, all or nothing. A shelf that was emptied stays empty. */
export function seedWhenEmpty(database: Database, now: string): void {
  const printers = database.prepare('SELECT count(*) FROM printers').pluck().get()
  if (Number(printers) > 0 || database.prepare("SELECT 1 FROM remembered WHERE name = 'seeded'").get()) return
  writing(database, () => {
    database.prepare("INSERT INTO remembered (name, value) VALUES ('seeded', ?)").run(now)
    for (const material of demoMaterials()) addEntry(database, 'materials', material, now)
    for (const job of demoJobs()) addEntry(database, 'jobs', job, now)
    const ids = new Map(demoPrinters().map(printer => [printer.name, addEntry(database, 'printers', printer, now)]))
    for (const script of demoScripts()) seedScript(database, script, ids.get(script.printer) as number, now)
    for (const refrain of demoRefrains()) addRefrain(database, refrain, now)
    syncAllDocuments(database, now, 'As it is on the machine.')
    database
      .prepare('INSERT INTO remembered (name, value) VALUES (?, ?)')
      .run(exampleNames, JSON.stringify([...ids.values()]))
  })
}

const exampleNames = 'example printers'

/** The printers that came with the application; they are listed after the person's own. */
export function examplesIn(database: Database): ReadonlySet<number> {
  const kept = database
    .prepare<[string], string>('SELECT value FROM remembered WHERE name = ?')
    .pluck()
    .get(exampleNames)
  const ids = kept === undefined ? null : readStored(v.array(v.number()), kept)
  return new Set(ids?.ok ? ids.data : [])
}

/** Adds a script with its history. */
function seedScript(database: Database, script: DemoScript, printerId: number, now: string): void {
  const { name, moment, stock, earlier, variants, trials } = script
  const daysBefore = (days: number) => new Date(Date.parse(now) - days * 86_400_000).toISOString()
  const [first, ...later] = [...earlier, script]
  const begun = first ?? script
  const id = addScript(database, { ...begun, name, moment, stock, printerId }, daysBefore(begun.daysAgo))
  const variantId = scriptById(database, id)?.variantId as number
  for (const [i, { text, note, daysAgo }] of later.entries())
    addRevision(database, variantId, i + 2, { text, note }, daysBefore(daysAgo))
  const revisions = revisionsOf(database, id)
  for (const variant of variants) {
    addVariant(database, id, { ...variant, bornOf: revisions.at(-1)?.id ?? null }, daysBefore(script.daysAgo))
    putInUse(database, id, variantId, false)
  }
  for (const { revision, daysAgo, trial } of trials)
    addTrial(database, revisions[revision - 1]?.id as number, trial, null, daysBefore(daysAgo))
}
